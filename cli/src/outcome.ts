/** What a command gives back: text for the two outputs and the exit code (0 no stop, 1 stop found, 2 unusable, 3 a fault of ours). */
export interface Outcome {
  readonly code: 0 | 1 | 2 | 3;
  readonly out: string;
  readonly err: string;
}

export const unusable = (err: string): Outcome => ({ code: 2, out: '', err: `${err}\n` });
