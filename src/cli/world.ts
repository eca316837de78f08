/** A stream that text is written to. */
export interface Sink {
  readonly isTTY: boolean;
  readonly columns: number;
  write(text: string): void;
}

/** All that a command has of the world outside; tests give their own. */
export interface World {
  readonly stdout: Sink;
  readonly stderr: Sink;
  /** Reads standard input to its end. */
  readonly readStdin: () => Promise<Uint8Array>;
  readonly env: Readonly<Record<string, string | undefined>>;
  /** Waits until the user asks the command to end. */
  readonly untilStopped: () => Promise<void>;
}
