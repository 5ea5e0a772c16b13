import type { api, AnswerOf } from '@oaken/contract';

declare module '../context' {
  interface Context {
    /** The simulated mailbox of the demonstration; null where letters go to real ones. */
    mailbox: Mailbox | null;
  }
}

type Letters = AnswerOf<typeof api.readMailbox>['letters'];

/** The simulated mailbox of the demonstration, where one runs beside the server. */
export interface Mailbox {
  read(): Promise<Letters>;
}

export class RemoteMailbox implements Mailbox {
  constructor(private readonly url: string) {}

  async read(): Promise<Letters> {
    const response = await fetch(this.url, { signal: AbortSignal.timeout(5_000) });
    return (await response.json()) as Letters;
  }
}
