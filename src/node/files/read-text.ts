import { readFile } from 'node:fs/promises';
import iconv from 'iconv-lite';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { unreadable } from './refuse.ts';

/** A file's bytes, and what they say. */
export interface TextFile {
  readonly text: string;
  readonly bytes: Uint8Array;
}

/** Reads a file of text. @throws Refusal when it is not there, not readable or not text */
export async function readText(path: string): Promise<TextFile> {
  try {
    return decode(path, await readFile(path));
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
    return { text: iconv.decode(Buffer.from(bytes), 'windows-1252'), bytes };
  }
}
