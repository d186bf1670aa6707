import type { Server } from 'node:http';
export function lanAddresses(): string[];
export function certificates(
  folder: string,
  addresses: readonly string[],
): { ca: string; key: string; cert: string };
export function tlsBefore(of: { key: string; cert: string }, port: number, to: number): Promise<Server>;
export function trustPage(ca: string, port: number, address: string): Promise<Server>;
export function qr(text: string): Promise<string>;
