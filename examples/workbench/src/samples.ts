import { type CastFile, type Mould, sampleNames } from 'keen-mould';

/** The mould with what is filled in kept as a sample, or why it cannot be. */
export function withSample(
  mould: Mould,
  title: string,
  { below = {}, ...held }: Pick<CastFile, 'values' | 'below' | 'slots'>,
): { readonly mould: Mould; readonly name: string } | { readonly why: string } {
  const name = title
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-|-$/g, '');
  if (name === '') return { why: 'Enter a sample name of letters and digits.' };
  if (['default', 'long', 'bare'].includes(name) && !ownSamples(mould).includes(name))
    return { why: `${name} is reserved. Choose another name.` };
  const cast = { format: 1, ...held, ...(Object.keys(below).length > 0 ? { below } : {}) };
  const text = `${JSON.stringify(cast, null, 2)}\n`;
  return { mould: { ...mould, files: { ...mould.files, [pathOf(name)]: text } }, name };
}

export function withoutSample(mould: Mould, name: string): Mould {
  const { [pathOf(name)]: _, ...files } = mould.files;
  return { ...mould, files };
}

/** Samples that the mould holds itself; each widget has more that are made from its fields. */
export function ownSamples(mould: Mould): readonly string[] {
  return sampleNames(mould).filter((name) => Object.hasOwn(mould.files, pathOf(name)));
}

function pathOf(name: string): string {
  return `samples/${name}.json`;
}
