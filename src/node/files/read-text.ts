import { readFile } from 'node:fs/promises';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { unreadable } from './refuse.ts';
import { fileStamp, readSteadily } from './steady.ts';

/** A file's bytes, and what they say. */
export interface TextFile {
  readonly text: string;
  readonly bytes: Uint8Array;
}

/** Reads a file of text. @throws Refusal when it is not there, not readable or not text */
export async function readText(path: string): Promise<TextFile> {
  try {
    return await readSteadily(
      path,
      () => fileStamp(path),
      async () => decode(path, await readFile(path)),
    );
  } catch (error) {
    if (error instanceof Refusal) throw error;
    throw unreadable(path, error);
  }
}

/**
 * Reads bytes as text: by byte order mark, else as UTF-8, else as windows-1252, which is what a
 * browser takes an undeclared page for (Encoding Standard, 4.2, and HTML Standard, 13.2.3.2).
 */
export function decode(path: string, bytes: Uint8Array): TextFile {
  const encoding =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : undefined;
  if (encoding) return { text: new TextDecoder(encoding).decode(bytes), bytes };
  if (bytes.includes(0)) throw new Refusal(finding('call/not-text', { path }));
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), bytes };
  } catch {
    // Node's own decoder takes windows-1252 for ISO 8859-1 and loses curly quotes.
    return { text: fromWindows1252(bytes), bytes };
  }
}

/** What the bytes 0x80 to 0x9F stand for (Encoding Standard, index windows-1252). */
const signs =
  '\u20ac\x81\u201a\u0192\u201e\u2026\u2020\u2021\u02c6\u2030\u0160\u2039\u0152\x8d\u017d\x8f' +
  '\x90\u2018\u2019\u201c\u201d\u2022\u2013\u2014\u02dc\u2122\u0161\u203a\u0153\x9d\u017e\u0178';

/** Node's own decoder takes windows-1252 for ISO 8859-1 and loses curly quotes. */
function fromWindows1252(bytes: Uint8Array): string {
  const text = Buffer.from(bytes).toString('latin1');
  return text.replace(/[\x80-\x9f]/g, (sign) => signs.charAt(sign.charCodeAt(0) - 0x80));
}
