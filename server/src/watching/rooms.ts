/** Those who watch an assignment share one snapshot of it, twice a second, for as long as anybody watches. */
import type { Database } from '../database/connect';
import type { Logger } from '../log';
import type { Editions } from '../attempts/editions';
import { Breather } from '../threads/breather';
import { Snapshot, type Seen } from './snapshot';

/** Within a second, as a teacher sees it: half of one until the next snapshot, and the way to the page. */
const snapshotEvery = 500;

export interface Watcher {
  whole(seen: Seen): void;
  students(changed: Seen['students']): void;
}

class Room {
  private readonly watchers = new Set<Watcher>();
  private known = new Map<number, string>();
  private shape = '';
  private seen: Seen | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly snapshot: Snapshot,
    private readonly now: () => number,
    private readonly log: Logger,
  ) {}

  join(watcher: Watcher): void {
    this.watchers.add(watcher);
    if (this.seen) watcher.whole(this.seen);
    if (this.watchers.size === 1) void this.turn();
  }

  /** @returns whether nobody watches any more */
  leave(watcher: Watcher): boolean {
    this.watchers.delete(watcher);
    if (this.watchers.size > 0) return false;
    clearTimeout(this.timer);
    return true;
  }

  private async turn(): Promise<void> {
    try {
      await this.tell(await this.snapshot.now(this.now()));
    } catch (error) {
      // The database may be away for a while; the next snapshot finds whatever happened meanwhile.
      this.log.warn({ err: error }, 'looking at an assignment failed');
    }
    if (this.watchers.size > 0) this.timer = setTimeout(() => void this.turn(), snapshotEvery);
  }

  private async tell(seen: Seen): Promise<void> {
    const shape = JSON.stringify([
      seen.columns,
      seen.letIn,
      seen.students.map(({ studentId }) => studentId),
    ]);
    const breather = new Breather();
    const lines: [Seen['students'][number], string][] = [];
    for (const student of seen.students) {
      await breather.breathe();
      lines.push([student, JSON.stringify(student)]);
    }
    const changed = lines
      .filter(([studentId, line]) => this.known.get(studentId.studentId) !== line)
      .map(([studentId]) => studentId);
    this.seen = seen;
    this.known = new Map(lines.map(([studentId, line]) => [studentId.studentId, line]));
    if (shape !== this.shape) for (const watcher of this.watchers) watcher.whole(seen);
    else if (changed.length > 0) for (const watcher of this.watchers) watcher.students(changed);
    this.shape = shape;
  }
}

export class Rooms {
  private readonly rooms = new Map<number, Room>();

  constructor(
    private readonly database: Database,
    private readonly editions: Editions,
    private readonly now: () => number,
    private readonly log: Logger,
  ) {}

  /** @returns what ends the watching */
  watch(assignmentId: number, watcher: Watcher): () => void {
    let room = this.rooms.get(assignmentId);
    if (!room) {
      room = new Room(new Snapshot(this.database, this.editions, assignmentId), this.now, this.log);
      this.rooms.set(assignmentId, room);
    }
    const watchers = room;
    watchers.join(watcher);
    return () => {
      if (watchers.leave(watcher) && this.rooms.get(assignmentId) === watchers)
        this.rooms.delete(assignmentId);
    };
  }
}
