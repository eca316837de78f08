import { PNG } from 'pngjs';

/**
 * Pixels of two pictures that differ; all of them where the sizes differ.
 * The last row is left out: a page's ground goes on below what is in it, and that of a cast ends
 * with it, at part of a pixel.
 */
export function differing(one: Uint8Array, two: Uint8Array): number {
  const [a, b] = [PNG.sync.read(Buffer.from(one)), PNG.sync.read(Buffer.from(two))];
  if (a.width !== b.width || a.height !== b.height) return a.width * a.height;
  let count = 0;
  for (let at = 0; at < a.data.length - 4 * a.width; at += 4) {
    if (!a.data.subarray(at, at + 4).equals(b.data.subarray(at, at + 4))) count += 1;
  }
  return count;
}
