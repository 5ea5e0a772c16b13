import type { Role } from '../models';

/** Whoever asks, as the session says. */
export interface SignedIn {
  account: { id: number; schoolId: number; role: Role; givenName: string; familyName: string };
  csrf: string;
  /** The instant of the request. */
  at: number;
}
