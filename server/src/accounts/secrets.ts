import { hash, verify } from '@node-rs/argon2';
import { randomInt } from 'node:crypto';

/** Argon2id with the least that OWASP's password storage cheat sheet asks for: 19 MiB, 2 passes, 1 lane. */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashSecret = (secret: string) => hash(secret, cost);

/** Takes as long for an account that does not exist, so that time tells nothing. */
const nobody = hashSecret('nobody has this');

export async function isSecret(stored: string | undefined, typed: string): Promise<boolean> {
  // An account that was never given a passcode has an empty one stored.
  const right = await verify(stored || (await nobody), typed);
  return right && Boolean(stored);
}

/** Without letters and digits that look alike. */
const letters = 'abcdefghjkmnpqrstuvwxyz';
const digits = '23456789';

/** A passcode that can be read out and typed on a phone: three letters, three digits. */
export function newPasscode(): string {
  const draw = (from: string, n: number) =>
    Array.from({ length: n }, () => from[randomInt(from.length)]).join('');
  return `${draw(letters, 3)}${draw(digits, 3)}`;
}
