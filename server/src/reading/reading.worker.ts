import { readFile, type FileRead } from './read-file.ts';

/** Entry of the thread that reads files. */
export default ({ file, taken }: { file: Uint8Array; taken: readonly string[] }): FileRead =>
  readFile(file, taken);
