import { fetchAsLead } from '@/ui/askLead';
import type { Faults } from './shopValues';

export type FormAnswer =
  | { readonly kind: 'done'; readonly answer: Readonly<Record<string, unknown>> }
  | { readonly kind: 'faults'; readonly faults: Faults }
  /** What stands in the way, as a code. */
  | { readonly kind: 'refused'; readonly code: string }
  | { readonly kind: 'no-answer' };

/** Sends a form and sorts what came back: done, faults by path, a code, or nothing. */
export async function sendForm(path: string, body: object): Promise<FormAnswer> {
  try {
    const response = await fetchAsLead(path, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
    const answer = (await response.json()) as {
      code?: string;
      faults?: readonly { path: string; message: string }[];
    };
    if (response.ok) return { kind: 'done', answer };
    if (answer.faults)
      return {
        kind: 'faults',
        // The first of a field is said.
        faults: Object.fromEntries([...answer.faults].reverse().map((f) => [f.path, f.message])),
      };
    return { kind: 'refused', code: answer.code ?? 'other' };
  } catch {
    return { kind: 'no-answer' };
  }
}
