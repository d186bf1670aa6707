/** One thing wrong with what was sent: where, and the code of what. */
export interface EntryFault {
  readonly path: string;
  readonly code: string;
}

/** Deepest nesting of anything that is sent. */
const DEPTH_MAX = 12;
/** Names that every object has by birth: as keys of what is sent they mean no good, and readers trip over them. */
const INBORN: ReadonlySet<string> = new Set(Object.getOwnPropertyNames(Object.prototype));
/** Faults that are listed at most. */
const FAULTS_MAX = 20;

/**
 * Text that no store keeps as it is: NUL, and halves of surrogate pairs; numbers that are none; nesting past all
 * use. Keys are looked at like values.
 */
export function textFaults(sent: unknown): readonly EntryFault[] {
  const faults: EntryFault[] = [];
  const look = (value: unknown, path: string, depth: number): void => {
    if (faults.length >= FAULTS_MAX) return;
    if (typeof value === 'string') {
      if (!isKeepable(value)) faults.push({ path, code: 'text-not-keepable' });
    } else if (typeof value === 'number') {
      if (!Number.isFinite(value)) faults.push({ path, code: 'wrong-type' });
    } else if (typeof value === 'object' && value !== null) {
      if (depth >= DEPTH_MAX) {
        faults.push({ path, code: 'too-deep' });
        return;
      }
      for (const [key, v] of Object.entries(value)) {
        const at = Array.isArray(value) ? `${path}[${key}]` : path === '' ? key : `${path}.${key}`;
        if (!isKeepable(key) || INBORN.has(key)) faults.push({ path, code: 'text-not-keepable' });
        else look(v, at, depth + 1);
      }
    }
  };
  look(sent, '', 0);
  return faults;
}

/** Text without NUL and without halves of surrogate pairs. */
export function isKeepable(text: string): boolean {
  return !text.includes('\0') && !LONE_SURROGATE.test(text);
}

const LONE_SURROGATE = /[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/;
