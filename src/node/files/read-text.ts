import { readFile } from 'node:fs/promises';
import { type Finding, finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { indexLines } from '../../core/text/line-index.ts';
import { unreadable } from './refuse.ts';
import { fileStamp, readSteadily } from './steady.ts';

/** A file's bytes, and what they say. */
export interface TextFile {
  readonly text: string;
  readonly bytes: Uint8Array;
  /** What is not certain of how it was read. */
  readonly findings: readonly Finding[];
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
 * Reads bytes as text: by byte order mark; as UTF-8 where they are that; in the encoding they
 * declare; as UTF-8 with what is broken in it marked; else as windows-1252, which is what a browser
 * takes an undeclared page for (Encoding Standard, 4.2, and HTML Standard, 13.2.3.2). What is not
 * certain is told.
 */
export function decode(path: string, bytes: Uint8Array): TextFile {
  const marked = markedAs(bytes);
  if (marked) return { text: new TextDecoder(marked).decode(bytes), bytes, findings: [] };
  if (bytes.includes(0)) throw new Refusal(finding('call/not-text', { path }));
  const declared = declaredIn(bytes);
  // All of its bytes are those of ASCII.
  const isHidden = declared === 'iso-2022-jp' && bytes.includes(0x1b);
  const text = isHidden ? undefined : asUtf8(bytes);
  if (text !== undefined) return { text, bytes, findings: [] };
  if (declared && declared !== 'utf-8') {
    const read = declared === 'windows-1252' ? fromWindows1252(bytes) : decodedAs(declared, bytes);
    return { text: read, bytes, findings: [] };
  }
  const loose = new TextDecoder('utf-8').decode(bytes);
  const broken = loose.split('\ufffd').length - 1;
  const whole = loose.match(/[^\0-\x7f\ufffd]/g)?.length ?? 0;
  if (declared === 'utf-8' || whole > broken * 2) {
    const place = indexLines(path, loose).placeAt(loose.indexOf('\ufffd'));
    return {
      text: loose,
      bytes,
      findings: [finding('call/broken-text', { count: broken }, place)],
    };
  }
  const guessed = finding('call/guessed-encoding', { encoding: 'windows-1252' }, { file: path });
  return { text: fromWindows1252(bytes), bytes, findings: [guessed] };
}

function markedAs([first, second]: Uint8Array): string | undefined {
  if (first === 0xff && second === 0xfe) return 'utf-16le';
  return first === 0xfe && second === 0xff ? 'utf-16be' : undefined;
}

function asUtf8(bytes: Uint8Array): string | undefined {
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return undefined;
  }
}

/** The encoding a page or a sheet says it is in, by its name; undefined where it says none that is known. */
function declaredIn(bytes: Uint8Array): string | undefined {
  const start = Buffer.from(bytes.subarray(0, 1024)).toString('latin1');
  const label =
    /<meta[^>]*?charset\s*=\s*["']?\s*([\w:.-]+)/i.exec(start)?.[1] ??
    /^@charset "([^"]+)"/.exec(start)?.[1] ??
    /^<\?xml[^>]*?encoding\s*=\s*["']([\w.-]+)/i.exec(start)?.[1];
  try {
    const { encoding } = new TextDecoder(label ?? '');
    // What could be read was not in it (HTML Standard, 13.2.3.2).
    return /^utf-16/.test(encoding) ? 'utf-8' : encoding;
  } catch {
    return undefined;
  }
}

function decodedAs(encoding: string, bytes: Uint8Array): string {
  return new TextDecoder(encoding).decode(bytes);
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
