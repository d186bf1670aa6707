'use client';
import { useEffect, useRef, useState } from 'react';
import type { FoundMark, Pixel, WallRead, WallRefused, WallTask } from '@/core/beam/wall';
import type { WallAsk, WallReply } from '@/workers/wallPhoto';

/** Where the reading of a wall's pictures stands. */
export type WallState =
  | { readonly kind: 'empty' }
  | { readonly kind: 'working'; readonly share: number }
  | { readonly kind: 'open'; readonly width: number; readonly height: number }
  | { readonly kind: 'fault'; readonly code: 'no-picture' | 'wall-sizes' };

/** Reads pictures of a wall in a worker: opened once, marks found, tapped ones met, then read, with progress and an end. */
export function useWall() {
  const [state, setState] = useState<WallState>({ kind: 'empty' });
  const [marks, setMarks] = useState<readonly FoundMark[]>([]);
  const [read, setRead] = useState<WallRead | WallRefused | null>(null);
  const [src, setSrc] = useState<string | null>(null);
  const size = useRef({ width: 0, height: 0 });
  const worker = useRef<Worker | null>(null);
  const shown = useRef<string | null>(null);
  const end = () => {
    worker.current?.terminate();
    worker.current = null;
  };
  const show = (file: Blob | undefined) => {
    if (shown.current) URL.revokeObjectURL(shown.current);
    shown.current = file ? URL.createObjectURL(file) : null;
    setSrc(shown.current);
  };
  useEffect(
    () => () => {
      end();
      if (shown.current) URL.revokeObjectURL(shown.current);
    },
    [],
  );
  const take = ({ data }: MessageEvent<WallReply>) => {
    if (data.kind === 'progress') return setState({ kind: 'working', share: data.share });
    if (data.kind === 'fault') return setState(data);
    if (data.kind === 'opened') {
      size.current = data;
      setMarks(data.marks);
    } else if (data.kind === 'tapped') {
      const { id, pixel } = data;
      setMarks((now) =>
        [...now.filter((m) => m.id !== id), { id, pixel }].sort((a, b) => (a.id < b.id ? -1 : 1)),
      );
      return setRead(null);
    } else setRead(data.read);
    setState({ kind: 'open', width: size.current.width, height: size.current.height });
  };
  const ask = (message: WallAsk) => worker.current?.postMessage(message);
  return {
    state,
    marks,
    read,
    src,
    open: (files: readonly File[]) => {
      end();
      setMarks([]);
      setRead(null);
      show(files[0]);
      if (files.length === 0) return setState({ kind: 'empty' });
      worker.current = new Worker(new URL('../../../workers/wallPhoto.ts', import.meta.url), {
        type: 'module',
      });
      worker.current.onmessage = take;
      setState({ kind: 'working', share: 0 });
      ask({ kind: 'open', files });
    },
    tap: (id: string, at: Pixel) => ask({ kind: 'tap', id, at }),
    /** Puts a mark where it is said to be, without looking for a cross: a step by the arrow keys. */
    put: (id: string, pixel: Pixel) => {
      setMarks((now) =>
        [...now.filter((m) => m.id !== id), { id, pixel }].sort((a, b) => (a.id < b.id ? -1 : 1)),
      );
      setRead(null);
    },
    start: (task: Omit<WallTask, 'shots'>) => {
      setState({ kind: 'working', share: 0 });
      ask({ kind: 'read', task });
    },
    stop: () => {
      end();
      setMarks([]);
      setRead(null);
      show(undefined);
      setState({ kind: 'empty' });
    },
  };
}
