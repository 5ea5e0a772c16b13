import type { api, AnswerOf } from '@oaken/contract';

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
