import type { Reason } from '../../kernel/reason';
import type { LampFunction } from '../../vehicle';
import type { AngularMap } from '../photometry/angular';
import { ldtMap, readLdt } from './eulumdat';
import { iesMap, readIes } from './ies';

/** A file of a lamp's intensities, as it stands, with the function that was lit. */
export interface PhotometryFile {
  readonly does: LampFunction;
  readonly form: 'IES' | 'EULUMDAT';
  readonly text: string;
  /** Where the lamp looks in a file of C planes: no file says it, so whoever brings one in does. */
  readonly looks?: 'ahead' | 'down';
}

/** The intensities of a file, or what is wrong with it. */
export function photometryMap(
  f: Pick<PhotometryFile, 'form' | 'text' | 'looks'>,
): { readonly kind: 'map'; readonly map: AngularMap } | { readonly kind: 'fault'; readonly reason: Reason } {
  if (f.form === 'IES') {
    const read = readIes(f.text);
    return read.kind === 'file' ? { kind: 'map', map: iesMap(read.file, f.looks) } : read;
  }
  const read = readLdt(f.text);
  return read.kind === 'file' ? { kind: 'map', map: ldtMap(read.file, f.looks ?? 'ahead') } : read;
}

/** The form of a file by how it begins: IES LM-63 says its name or its tilt, EULUMDAT begins with a line of its maker. */
export const formOf = (text: string): PhotometryFile['form'] =>
  /^\s*IESNA|^TILT=/im.test(text.slice(0, 4000)) ? 'IES' : 'EULUMDAT';
