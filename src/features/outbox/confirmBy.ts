import type { LeadMark } from '@/core/job';

/** What came of a password: how much was let in by it, and whether what is a lead's is open now. */
export type ConfirmAnswer =
  { readonly code: string } | { readonly letIn: number; readonly lead: LeadMark | null };

/** Gives a password, one's own or a lead's, and what is let in by it. */
export async function confirmBy(
  given: { readonly username?: string; readonly password: string },
  digests: readonly string[],
): Promise<ConfirmAnswer> {
  try {
    const answer = await fetch('/api/confirm', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...given, device: 'screen', digests }),
    });
    const said = (await answer.json()) as { code?: string; letIn?: number; lead?: LeadMark };
    if (!answer.ok) return { code: said.code ?? 'other' };
    return { letIn: said.letIn ?? 0, lead: said.lead ?? null };
  } catch {
    return { code: 'no-answer' };
  }
}
