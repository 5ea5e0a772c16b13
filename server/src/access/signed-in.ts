import type { Language } from '@oaken/core/timing';
import type { Role } from '../models';

/** Whoever asks, as the session says. */
export interface SignedIn {
  account: {
    id: number;
    schoolId: number;
    role: Role;
    givenName: string;
    familyName: string;
    /** Null until they choose. */
    language: Language | null;
  };
  csrf: string;
  /** The instant of the request. */
  at: number;
}
