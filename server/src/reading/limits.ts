/** What one file may cost. Each is checked while the file is read, and none believes what a file says of itself. */
const MB = 1024 * 1024;

export const limits = {
  /** What comes out of a zip altogether. */
  unpacked: 80 * MB,
  filesInZip: 2_000,
  rows: 10_000,
  /** In one row. */
  cells: 400,
  /** Characters of one row. */
  row: 1_500_000,
  /** Milliseconds that a thread may work on one file, by what it does. */
  time: { items: 90_000, recognize: 10_000, framework: 20_000, variants: 20_000 },
  /** Megabytes of a thread's memory; what is unpacked lies beside it. */
  memory: 320,
};

/** Why a file is not read, in a sentence for the person who sent it. */
export class Unreadable extends Error {
  override name = 'Unreadable';
}
