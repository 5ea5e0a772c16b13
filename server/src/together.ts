/**
 * Those who want the same kind of thing of the same subject at the same moment are served together:
 * one batch a subject at a time, and whoever comes meanwhile waits for the next, which therefore
 * begins after they asked.
 */
import { elementAt } from '@oaken/core/certain';

interface Waiting<Asked, Told> {
  asked: Asked;
  tell(told: Told): void;
  refuse(error: unknown): void;
}

export class Together<Asked, Told> {
  private readonly waiting = new Map<number, Waiting<Asked, Told>[]>();
  private readonly serving = new Set<number>();

  /** @param serve what is told to each of a batch, in its order */
  constructor(
    private readonly serve: (subject: number, batch: readonly Asked[]) => Promise<readonly Told[]>,
  ) {}

  /** @throws whatever serving the batch throws */
  ask(subject: number, asked: Asked): Promise<Told> {
    return new Promise((tell, refuse) => {
      const line = this.waiting.get(subject) ?? [];
      this.waiting.set(subject, [...line, { asked, tell, refuse }]);
      if (!this.serving.has(subject)) void this.serveAll(subject);
    });
  }

  private async serveAll(subject: number): Promise<void> {
    this.serving.add(subject);
    for (let batch = this.next(subject); batch.length > 0; batch = this.next(subject))
      try {
        const told = await this.serve(
          subject,
          batch.map(({ asked }) => asked),
        );
        batch.forEach(({ tell }, index) => tell(elementAt(told, index)));
      } catch (error) {
        for (const { refuse } of batch) refuse(error);
      }
    this.serving.delete(subject);
  }

  private next(subject: number): Waiting<Asked, Told>[] {
    const batch = this.waiting.get(subject) ?? [];
    this.waiting.delete(subject);
    return batch;
  }
}
