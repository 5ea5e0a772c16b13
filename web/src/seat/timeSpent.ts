/** How long each question was open and seen on one page, in milliseconds; what could not be said yet is said again. */
export class TimeSpent {
  private readonly spent = new Map<string, number>();
  private readonly unsaid = new Set<string>();
  private since: number;

  constructor(private readonly now: () => number) {
    this.since = now();
  }

  get waits(): boolean {
    return this.unsaid.size > 0;
  }

  /** The time until now, which was spent on `entry`; null where nothing was open or seen. */
  count(entry: string | null): void {
    const now = this.now();
    if (entry !== null) {
      this.spent.set(entry, (this.spent.get(entry) ?? 0) + now - this.since);
      this.unsaid.add(entry);
    }
    this.since = now;
  }

  private of = (entry: string) => Math.round(this.spent.get(entry) ?? 0);

  /** What has yet to be said: all that was spent on a question on this page, not what was added. */
  toSay(): { entry: string; ms: number }[] {
    return [...this.unsaid].map((entry) => ({ entry, ms: this.of(entry) }));
  }

  /** The server has heard it. What was spent meanwhile is said with the next sign. */
  told(times: readonly { entry: string; ms: number }[]): void {
    for (const { entry, ms } of times) if (this.of(entry) === ms) this.unsaid.delete(entry);
  }
}
