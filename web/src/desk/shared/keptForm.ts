/** A form that was filled in and not sent yet, kept in this browser for whoever is signed in. */
import { useSession } from '../../client/session';

export interface KeptForm<Form> {
  /** @returns null when nothing was kept, or nothing that can be read */
  read(): Form | null;
  write(form: Form): void;
  forget(): void;
}

export function useKeptForm<Form>(name: string): KeptForm<Form> {
  // A computer is often shared, and what a colleague typed is nobody else's.
  const key = `oaken-form-${name}-${useSession().account?.id ?? 0}`;
  return {
    read() {
      try {
        return JSON.parse(localStorage.getItem(key) ?? 'null') as Form | null;
      } catch {
        return null;
      }
    },
    write: (form) => localStorage.setItem(key, JSON.stringify(form)),
    forget: () => localStorage.removeItem(key),
  };
}
