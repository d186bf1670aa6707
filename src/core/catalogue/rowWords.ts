import type { Prose } from '../kernel/reason';
import type { ShelfKind, ShelfKinds } from './types';
import { standardWords } from './synonyms';

/** The words by which a row of the shelf is found, in standard terms and without doubles. */
export function rowWords<K extends ShelfKind>(kind: K, body: ShelfKinds[K]): string {
  const row = body as unknown as Record<string, unknown>;
  const text = [
    row.id,
    row.maker,
    row.name,
    row.partNumber,
    row.label,
    row.about,
    row.note,
    typeof row.role === 'string' ? `${row.role} lamp` : '',
    row.end,
    row.family,
    ...(Array.isArray(row.families) ? (row.families as readonly unknown[]) : []),
    ...Object.values((row.lamps as Record<string, string> | undefined) ?? {}),
  ]
    .flatMap(texts)
    .join(' ');
  return [...new Set(standardWords(text))].join(' ');
}

function texts(value: unknown): readonly string[] {
  if (typeof value === 'string') return [value];
  if (typeof value === 'object' && value !== null && !Array.isArray(value))
    return Object.values(value as Prose).filter((v) => typeof v === 'string');
  return [];
}
