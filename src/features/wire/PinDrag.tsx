'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { ReactNode } from 'react';

/** A cavity of the vehicle that can be dragged onto an input. */
export function Grip({
  id,
  on,
  label,
  children,
}: {
  id: string;
  on: boolean;
  label: string;
  children: ReactNode;
}) {
  const { setNodeRef, listeners, transform } = useDraggable({ id, disabled: !on });
  if (!on) return <div>{children}</div>;
  return (
    <div
      ref={setNodeRef}
      {...listeners}
      title={label}
      className="cursor-grab touch-none"
      style={
        transform
          ? { transform: `translate(${transform.x}px, ${transform.y}px)`, zIndex: 5, position: 'relative' }
          : undefined
      }
    >
      {children}
    </div>
  );
}

/** An input that a cavity can be dropped on. */
export function Target({
  id,
  on,
  height,
  children,
}: {
  id: string;
  on: boolean;
  height: number;
  children: ReactNode;
}) {
  const { setNodeRef, isOver } = useDroppable({ id, disabled: !on });
  return (
    <li ref={setNodeRef} style={{ height }} className={`leading-tight ${isOver ? 'bg-petrol-wash' : ''}`}>
      {children}
    </li>
  );
}
