/** Asks who is here for their password again. @returns whether it was given, and right */
export type LeadAsker = () => Promise<boolean>;

let asker: LeadAsker | null = null;

/** Sets who asks: one dialog of the screen. @returns takes it back */
export function setLeadAsker(ask: LeadAsker): () => void {
  asker = ask;
  return () => {
    if (asker === ask) asker = null;
  };
}

/** Asks for the password by the dialog of this screen. @returns false: it was not given, or there is nobody who asks */
export const askLead: LeadAsker = async () => (asker ? asker() : false);

/**
 * Fetches, and where the answer is that a lead has to give their password again first, asks for it and fetches once more.
 * What was not given leaves the answer as it is: refused, with nothing changed.
 */
export async function fetchAsLead(path: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const answer = await fetch(path, init);
  if (answer.status !== 403 && answer.status !== 422) return answer;
  const said = (await answer
    .clone()
    .json()
    .catch(() => null)) as { readonly code?: unknown } | null;
  if (said?.code !== 'lead-proof') return answer;
  return (await askLead()) ? fetch(path, init) : answer;
}
