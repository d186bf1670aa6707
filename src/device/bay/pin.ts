/** What is kept of a PIN. It says who is at the vehicle; it is no lock, and who has the device is not kept out by it. */
export interface PinKept {
  readonly salt: string;
  readonly hash: string;
}

/** Four digits. */
export const isPin = (text: string): boolean => /^\d{4}$/.test(text);

async function hashOf(pin: string, salt: string): Promise<string> {
  const bytes = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(`${salt} ${pin}`));
  return [...new Uint8Array(bytes)].map((b) => b.toString(16).padStart(2, '0')).join('');
}

/** A PIN as it is kept on the device. */
export async function keptPin(pin: string): Promise<PinKept> {
  const salt = crypto.randomUUID();
  return { salt, hash: await hashOf(pin, salt) };
}

/** Whether it is the one that was kept. */
export const pinFits = async (pin: string, kept: PinKept): Promise<boolean> =>
  (await hashOf(pin, kept.salt)) === kept.hash;
