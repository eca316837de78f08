import { readFile } from 'node:fs/promises';
import { codeFrame } from '../core/problem/code-frame.ts';
import type { Finding, Level } from '../core/problem/finding.ts';
import { type Terminal, wrapWords } from './terminal.ts';

const order: readonly Level[] = ['error', 'warning', 'note'];
const indent = ' '.repeat(8);

type Said = Finding & { readonly cast?: string };

/**
 * Prints findings for a person: what, where with the lines around it, and how to fix it. More than
 * a screen of them is summed up, each kind once.
 *
 * @param seeAll how to see all of them, where that can be asked for
 */
export async function printFindings(
  terminal: Terminal,
  findings: readonly Said[],
  seeAll?: string,
): Promise<void> {
  const inPlace = [...findings].sort(
    (a, b) =>
      (a.file ?? '').localeCompare(b.file ?? '') ||
      (a.line ?? 0) - (b.line ?? 0) ||
      (a.column ?? 0) - (b.column ?? 0),
  );
  const sorted = order.flatMap((level) => inPlace.filter((one) => one.level === level));
  const full = (await Promise.all(sorted.map((one) => linesOf(terminal, one)))).flat();
  const isLong = seeAll !== undefined && full.length > terminal.rows;
  for (const line of isLong ? summedUp(terminal, sorted, seeAll) : full) terminal.say(line);
}

async function linesOf(terminal: Terminal, one: Said): Promise<string[]> {
  const lines = wrapWords(one.message, terminal.columns - indent.length);
  const hints = one.hint ? wrapWords(one.hint, terminal.columns - indent.length) : [];
  const cast = one.cast === undefined ? '' : `, cast ${one.cast}`;
  return [
    ...`${terminal.level(one.level)} ${lines.join(`\n${indent}`)}`.split('\n'),
    ...(await placeLines(one)).map((line) => indent + terminal.soft(line)),
    ...hints.map((line) => indent + line),
    indent + terminal.soft(one.code + cast),
    '',
  ];
}

/** Each kind of finding once, with how often and where first; as many kinds as fit the screen. */
function summedUp(terminal: Terminal, sorted: readonly Said[], seeAll: string): string[] {
  const kinds = [...new Set(sorted.map(({ code }) => code))].map((code) =>
    sorted.filter((one) => one.code === code),
  );
  const hasHints = 3 * kinds.length + 4 <= terminal.rows;
  const room = hasHints ? kinds.length : Math.max(4, Math.floor((terminal.rows - 6) / 2));
  const columns = terminal.columns - indent.length;
  const lines = kinds.slice(0, room).flatMap(([first, ...more]) => {
    const { level, message, hint, file, line, column } = first as Said;
    const times = more.length > 0 ? `  and ${more.length} more` : '';
    const place = [file ?? [], line ?? [], column ?? []].flat().join(':');
    return [
      `${terminal.level(level)} ${cut(message, columns)}`,
      indent + terminal.soft(cut(`${place}${times}`, columns)),
      ...(hasHints && hint ? [indent + cut(hint, columns)] : []),
    ];
  });
  const rest = kinds.length - room;
  const others = rest > 0 ? [`${indent}and ${rest} more ${rest === 1 ? 'kind' : 'kinds'}`] : [];
  return [
    ...lines,
    ...others,
    '',
    'See each with its line of code and how to fix it:',
    `  ${seeAll}`,
    '',
  ];
}

function cut(text: string, columns: number): string {
  return text.length > columns ? `${text.slice(0, columns - 1)}…` : text;
}

async function placeLines({ file, line, column }: Finding): Promise<string[]> {
  if (file === undefined) return [];
  if (line === undefined || column === undefined) return [file];
  const text = await readFile(file, 'utf8').catch(() => undefined);
  const frame = text === undefined ? [] : codeFrame(text, line, column, 64).split('\n');
  return [`${file}:${line}:${column}`, ...frame];
}
