import { readFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import pixelmatch from 'pixelmatch';
import type { PNG } from 'pngjs';
import { finding } from '../../core/problem/finding.ts';
import { Refusal } from '../../core/problem/refusal.ts';
import { png } from '../png.ts';
import type { Shot } from './shot.ts';

/** Where a picture is not what it was; measures in px of the picture. */
interface Region {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** What became of a picture since an earlier proof. */
export interface Change {
  readonly png: string;
  readonly is: 'changed' | 'new' | 'gone';
  /** How many pixels differ. */
  readonly pixels: number;
  readonly regions: readonly Region[];
  /** Its height then, where that is another. */
  readonly heightBefore?: number;
  /** Path of a picture of what differs. */
  readonly shows?: string;
}

/** The pictures of an earlier proof, by the names of their files. */
export type Before = ReadonlyMap<string, Uint8Array>;

/**
 * Reads the pictures of an earlier proof.
 *
 * @throws Refusal when the folder holds none
 */
export async function readBefore(folder: string): Promise<Before> {
  try {
    const { shots } = JSON.parse(await readFile(join(folder, 'facts.json'), 'utf8')) as {
      shots: readonly Shot[];
    };
    const all = shots.map(async ({ png }) => {
      const name = basename(png);
      return [name, new Uint8Array(await readFile(join(folder, name)))] as const;
    });
    return new Map(await Promise.all(all));
  } catch {
    throw new Refusal(finding('proof/no-earlier', { path: folder }));
  }
}

/** A picture of what differs, to be written beside the others. */
export interface ShownChange extends Change {
  readonly picture?: Uint8Array;
}

/** Compares pictures with those of an earlier proof, pixel by pixel; what is the same is not reported. */
export function changesSince(
  before: Before,
  shots: readonly Shot[],
  pngs: readonly Uint8Array[],
): ShownChange[] {
  const names = new Set(shots.map(({ png }) => basename(png)));
  const changes = shots.flatMap(({ png }, at): ShownChange[] => {
    const old = before.get(basename(png));
    if (!old) return [{ png, is: 'new', pixels: 0, regions: [] }];
    return compare(png, old, pngs[at] as Uint8Array);
  });
  const gone = [...before.keys()]
    .filter((name) => !names.has(name))
    .map((png): ShownChange => ({ png, is: 'gone', pixels: 0, regions: [] }));
  return [...changes, ...gone];
}

function compare(name: string, old: Uint8Array, now: Uint8Array): ShownChange[] {
  if (Buffer.compare(old, now) === 0) return [];
  const Png = png();
  const [first, second] = [Png.sync.read(Buffer.from(old)), Png.sync.read(Buffer.from(now))];
  const width = Math.max(first.width, second.width);
  const height = Math.max(first.height, second.height);
  const [a, b] = [onGround(first, width, height), onGround(second, width, height)];
  const mask = new Png({ width, height });
  const pixels = pixelmatch(a, b, mask.data, width, height, {
    threshold: 0,
    includeAA: true,
    diffMask: true,
  });
  if (pixels === 0) return [];
  const shown = new Png({ width, height });
  pixelmatch(a, b, shown.data, width, height, {
    threshold: 0,
    includeAA: true,
    alpha: 0.25,
    diffColor: [168, 35, 27],
  });
  return [
    {
      png: name,
      is: 'changed' as const,
      pixels,
      regions: regionsOf(mask),
      ...(first.height === second.height ? {} : { heightBefore: first.height }),
      shows: name.replace(/\.png$/, '-changed.png'),
      picture: new Uint8Array(Png.sync.write(shown)),
    },
  ];
}

/** A picture on a canvas of that size; what is beyond it counts as empty. */
function onGround(picture: PNG, width: number, height: number): Buffer {
  if (picture.width === width && picture.height === height) return picture.data;
  const Png = png();
  const canvas = new Png({ width, height });
  Png.bitblt(picture, canvas, 0, 0, picture.width, picture.height, 0, 0);
  return canvas.data;
}

/** Cells of so many px are joined where they touch. */
const cellPx = 16;

/** The boxes around what differs, each of pixels that lie near each other. */
function regionsOf({ data, width, height }: PNG): Region[] {
  const columns = Math.ceil(width / cellPx);
  const cells = new Map<number, [left: number, top: number, right: number, bottom: number]>();
  for (let y = 0; y < height; y += 1) {
    for (let x = 0; x < width; x += 1) {
      if (data[(y * width + x) * 4 + 3] === 0) continue;
      const key = Math.floor(y / cellPx) * columns + Math.floor(x / cellPx);
      const [left, top, right, bottom] = cells.get(key) ?? [x, y, x, y];
      cells.set(key, [
        Math.min(left, x),
        Math.min(top, y),
        Math.max(right, x),
        Math.max(bottom, y),
      ]);
    }
  }
  const regions: Region[] = [];
  while (cells.size > 0) {
    const [start] = cells.keys();
    const open = [start as number];
    let [left, top, right, bottom] = [width, height, 0, 0];
    for (let key = open.pop(); key !== undefined; key = open.pop()) {
      const cell = cells.get(key);
      if (!cell) continue;
      cells.delete(key);
      left = Math.min(left, cell[0]);
      top = Math.min(top, cell[1]);
      right = Math.max(right, cell[2]);
      bottom = Math.max(bottom, cell[3]);
      const column = key % columns;
      for (const by of [-1, 0, 1]) {
        if (column + by < 0 || column + by >= columns) continue;
        open.push(key - columns + by, key + by, key + columns + by);
      }
    }
    regions.push({ left, top, width: right - left + 1, height: bottom - top + 1 });
  }
  return regions;
}
