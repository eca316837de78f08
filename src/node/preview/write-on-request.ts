import type { IncomingMessage } from 'node:http';
import { extname, join } from 'node:path';
import { readCastFile } from '../../core/model/cast-file.ts';
import { parseJson } from '../../core/model/json-source.ts';
import { isThere, writeWhole } from '../files/write-safely.ts';

/** What was done with a request to write, as an answer of HTTP. */
export interface Answer {
  readonly status: number;
  readonly words: string;
}

/** The largest file that is taken, in bytes. */
const mostBytes = 64 * 2 ** 20;

/** Names of samples: safe as files, whatever the system. */
const sampleName = /^[A-Za-z][\w-]{0,79}$/;

/**
 * Writes a sample into a mould's folder.
 *
 * @param isReplaced true where one of that name may be written over
 */
export async function writeSample(
  folder: string,
  name: string,
  isReplaced: boolean,
  request: IncomingMessage,
): Promise<Answer> {
  if (!sampleName.test(name)) {
    const words = 'A sample name starts with a letter and contains only letters, digits, - and _.';
    return { status: 400, words };
  }
  const body = await bodyOf(request);
  if (!body) return tooLarge;
  const { cast, findings } = readCastFile(parseJson(`samples/${name}.json`, body.toString('utf8')));
  if (!cast) return { status: 400, words: findings[0]?.message ?? 'This is not a valid sample.' };
  const path = join(folder, 'samples', `${name}.json`);
  if (!isReplaced && (await isThere(path))) {
    return { status: 409, words: `A sample called ${name} already exists.` };
  }
  await writeWhole(path, body);
  return { status: 200, words: `samples/${name}.json` };
}

/** Writes a file into a mould's assets, under a name that is free; answers with its path. */
export async function writeAsset(
  folder: string,
  name: string,
  request: IncomingMessage,
): Promise<Answer> {
  const ending = extname(name).toLowerCase();
  const base = name
    .slice(0, name.length - ending.length)
    .replace(/[^\w-]+/g, '-')
    .replace(/^[-.]+|-+$/g, '');
  if (!/^\.[a-z0-9]{1,8}$/.test(ending) || /^\.(?:html?|xhtml|js|mjs|css)$/.test(ending)) {
    return { status: 400, words: 'This is not an image, audio or video file.' };
  }
  const body = await bodyOf(request);
  if (!body) return tooLarge;
  let path = `assets/${base || 'file'}${ending}`;
  for (let number = 2; await isThere(join(folder, path)); number += 1) {
    path = `assets/${base || 'file'}-${number}${ending}`;
  }
  await writeWhole(join(folder, path), body);
  return { status: 200, words: path };
}

const tooLarge: Answer = { status: 413, words: 'The file is larger than 64 MB.' };

async function bodyOf(request: IncomingMessage): Promise<Buffer | undefined> {
  const parts: Buffer[] = [];
  let length = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    length += part.length;
    if (length > mostBytes) return undefined;
    parts.push(part);
  }
  return Buffer.concat(parts);
}
