/** What a command says where it cannot do what it was asked. */

/** Somebody asked for something that there is not; the sentence says what there is. */
export class Misasked extends Error {}

export async function runCommand(command: () => Promise<void>): Promise<void> {
  try {
    await command();
  } catch (error) {
    const { code, path, message } = error as NodeJS.ErrnoException;
    const words = code === 'ENOENT' ? `There is no file ${path}.` : message;
    process.stderr.write(`${words}\n`);
    process.exitCode = 1;
  }
}
