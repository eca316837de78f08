import pc from 'picocolors';
import type { Level } from '../core/problem/finding.ts';
import type { Sink, World } from './world.ts';

const mostColumns = 80;
/** Of a screen of 30, with room for what a command says before and after. */
const mostRows = 26;

/**
 * Where a command's words go. Prose goes to stdout only where a person reads it there; with
 * `--json` or a pipe, stdout holds the result alone and prose goes to stderr.
 */
export class Terminal {
  readonly prose: Sink;
  readonly isJson: boolean;
  private readonly world: World;
  private readonly colors: ReturnType<typeof pc.createColors>;

  constructor(world: World, isJson: boolean, keepsStdoutClear = false) {
    this.world = world;
    this.isJson = isJson;
    const isRead = world.stdout.isTTY && !isJson && !keepsStdoutClear;
    this.prose = isRead ? world.stdout : world.stderr;
    const isPlain = Boolean(world.env.NO_COLOR) || world.env.TERM === 'dumb';
    this.colors = pc.createColors(this.prose.isTTY && !isPlain);
  }

  /** The command's result, to stdout. */
  result(text: string): void {
    this.world.stdout.write(text);
  }

  /** The command's one JSON document, to stdout. */
  json(value: unknown): void {
    this.world.stdout.write(`${JSON.stringify(value, null, 2)}\n`);
  }

  say(line = ''): void {
    this.prose.write(`${line}\n`);
  }

  strong(text: string): string {
    return this.colors.bold(text);
  }

  soft(text: string): string {
    return this.colors.dim(text);
  }

  /** A level's word, in a colour of its own where there are colours. */
  level(level: Level): string {
    const paint = { error: this.colors.red, warning: this.colors.yellow, note: this.colors.dim };
    return paint[level](level.padEnd(7));
  }

  /** The lines of a screen that a person reads; without end where nobody scrolls. */
  get rows(): number {
    return this.prose.isTTY ? mostRows : Number.POSITIVE_INFINITY;
  }

  get columns(): number {
    return Math.min(mostColumns, this.prose.columns);
  }
}

/** Breaks words into lines no longer than so many columns; a long word stays whole. */
export function wrapWords(text: string, columns: number): string[] {
  const lines: string[] = [];
  let line = '';
  for (const word of text.split(' ')) {
    if (line !== '' && line.length + 1 + word.length > columns) {
      lines.push(line);
      line = word;
    } else line = line === '' ? word : `${line} ${word}`;
  }
  return [...lines, line];
}
