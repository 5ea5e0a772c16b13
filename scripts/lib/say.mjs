/** Ends with a sentence for people and a code for programs; never with a stack trace. */
export class Stop extends Error {
  constructor(message, code) {
    super(message);
    this.code = code;
  }
}

export const say = (line) => process.stdout.write(`${line}\n`);

export function runMain(main) {
  main().catch((error) => {
    if (process.env.OAKEN_DEBUG) console.error(error);
    process.stderr.write(`${error.message}\n`);
    process.exit(error instanceof Stop ? error.code : 1);
  });
}
