/** An answer that a browser saves as a file. */
export class Download {
  constructor(
    readonly name: string,
    /** The media type. */
    readonly type: string,
    readonly body: string | Buffer,
  ) {}
}
