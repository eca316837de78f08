import { png } from '../png.ts';

/** The part of two pictures that differs, from 0 to 1; sizes that differ count in full. */
export function differingPart(one: Uint8Array, two: Uint8Array): number {
  const { read } = png().sync;
  const [a, b] = [read(Buffer.from(one)), read(Buffer.from(two))];
  const [width, height] = [Math.min(a.width, b.width), Math.min(a.height, b.height)];
  let count = a.width * a.height - width * height + b.width * b.height - width * height;
  for (let y = 0; y < height; y += 1) {
    const [from, other] = [y * a.width * 4, y * b.width * 4];
    const [rowA, rowB] = [
      a.data.subarray(from, from + width * 4),
      b.data.subarray(other, other + width * 4),
    ];
    if (rowA.equals(rowB)) continue;
    for (let x = 0; x < width * 4; x += 4) {
      if (rowA.readUInt32LE(x) !== rowB.readUInt32LE(x)) count += 1;
    }
  }
  return count / Math.max(1, a.width * a.height);
}
