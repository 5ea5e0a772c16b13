/** A stream of the server's events that is opened again for as long as its page is open. */

/** The browser comes back by itself after a lost connection, but not after a refusal. */
const again = 3_000;
/**
 * The server says something every five seconds: nothing for so long means that the line is cut,
 * whatever the browser thinks.
 */
const silence = 13_000;

export interface LineEvents {
  /** The line is cut, or was refused for now. */
  lost(): void;
  /** The stream says only that it was refused; the same question asked plainly says why. */
  refused(): void;
}

export class EventLine {
  private source: EventSource | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private heard = performance.now();

  /** @param hear what is done with each event, by its name */
  constructor(
    private readonly address: string,
    private readonly hear: Readonly<Record<string, (told: never) => void>>,
    private readonly events: LineEvents,
  ) {}

  open = (): void => {
    this.source?.close();
    const source = (this.source = new EventSource(this.address));
    this.heard = performance.now();
    for (const [name, hear] of Object.entries({ ...this.hear, here: (_: never) => undefined }))
      source.addEventListener(name, ({ data }: MessageEvent<string>) => {
        this.heard = performance.now();
        hear(JSON.parse(data) as never);
      });
    source.onerror = () => {
      this.events.lost();
      if (source.readyState !== EventSource.CLOSED) return;
      source.close();
      this.later(this.events.refused);
    };
  };

  /** What stands here is old from now on; the line is tried again until it answers. */
  lose = (): void => {
    this.events.lost();
    this.source?.close();
    this.later(this.open);
  };

  later(act: () => void): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(act, again);
  }

  get isSilent(): boolean {
    return performance.now() - this.heard > silence;
  }

  close(): void {
    this.source?.close();
    clearTimeout(this.timer);
  }
}
