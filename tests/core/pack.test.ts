import fc from 'fast-check';
import { strFromU8, strToU8, unzipSync, type Zippable, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { packMould } from '../../src/core/pack/pack-mould.ts';
import { unpackMould } from '../../src/core/pack/unpack-mould.ts';
import { Refusal } from '../../src/core/problem/refusal.ts';
import { runs } from '../run/long.ts';
import { mouldOf } from '../support/mould.ts';
import { settingsMould } from '../support/settings.ts';

const plain = mouldOf({ template: '<p>x</p>', style: 'p { margin: 0 }' });

/** A pack with some of its files changed; its digest is that of before. */
function packWith(change: (files: Zippable) => Zippable): Uint8Array {
  return zipSync(change(unzipSync(packMould(plain)) as Zippable));
}

const refusal = (pack: Uint8Array): string => {
  try {
    unpackMould(pack);
    return 'opened';
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
    return `${error.findings[0]?.code}: ${error.findings[0]?.message}`;
  }
};

it('a pack opens to the mould it was made of, and is the same bytes each time', () => {
  const mould = settingsMould();
  const bytes = Object.fromEntries(
    Object.entries(mould.files).map(([path, text]) => [path, strToU8(text as string)]),
  );
  expect(unpackMould(packMould(mould))).toEqual({ ...mould, files: bytes });
  expect(packMould(mould)).toEqual(
    packMould({ ...mould, files: Object.fromEntries(Object.entries(mould.files).reverse()) }),
  );
  const about = JSON.parse(strFromU8(unzipSync(packMould(plain))['pack.json'] as Uint8Array));
  expect(about).toMatchObject({
    format: 1,
    name: 'board',
    version: '1.0.0',
    sha256: expect.stringMatching(/^[0-9a-f]{64}$/),
  });
});

describe('a pack from a stranger is refused in one sentence', () => {
  const hostile: readonly [name: string, pack: () => Uint8Array, said: RegExp][] = [
    [
      'no zip at all',
      () => strToU8('<html>'),
      /^pack\/not-one: This is not a packed mould: it is not a zip file/,
    ],
    [
      'a path that leads up',
      () => packWith((files) => ({ ...files, '../../evil.js': strToU8('x') })),
      /evil\.js leads out of its folder/,
    ],
    [
      'a path from the root',
      () => packWith((files) => ({ ...files, '/etc/passwd': strToU8('x') })),
      /leads out of its folder/,
    ],
    [
      'a path of Windows',
      () => packWith((files) => ({ ...files, 'assets\\..\\..\\evil': strToU8('x') })),
      /contains characters that are not allowed in paths/,
    ],
    [
      'a name of Windows',
      () => packWith((files) => ({ ...files, 'assets/NUL.svg': strToU8('x') })),
      /is a reserved name on some systems/,
    ],
    [
      'two names that are one',
      () => packWith((files) => ({ ...files, 'Style.css': strToU8('x') })),
      /appears twice/,
    ],
    [
      'a link',
      () =>
        packWith((files) => ({
          ...files,
          'assets/link': [strToU8('/etc/passwd'), { os: 3, attrs: 0o120777 << 16 }],
        })),
      /is a link or a device/,
    ],
    [
      'a bomb',
      () => packWith((files) => ({ ...files, 'assets/a.svg': new Uint8Array(80 * 2 ** 20) })),
      /^pack\/too-large: .*unpacks to 80 MB/,
    ],
    [
      'more files than any needs',
      () =>
        packWith((files) => ({
          ...files,
          ...Object.fromEntries(
            Array.from({ length: 5001 }, (_, at) => [`assets/${at}`, strToU8('x')]),
          ),
        })),
      /more than 5000 files/,
    ],
    [
      'a changed file',
      () => packWith((files) => ({ ...files, 'script.js': strToU8('steal()') })),
      /^pack\/digest/,
    ],
    [
      'a newer format',
      () => packWith((files) => ({ ...files, 'pack.json': strToU8('{"format":2}') })),
      /^json\/newer-format/,
    ],
    [
      'no mould in it',
      () => zipSync({ 'pack.json': strToU8('{"format":1}') }),
      /has no mould.json/,
    ],
    ['a list that lies', () => lied(packMould(plain)), /its contents do not match its directory/],
  ];
  it.each(hostile)('%s', (_, pack, said) => {
    expect(refusal(pack())).toMatch(said);
  });

  it('whatever is done to its bytes, nothing but a refusal comes of it', () => {
    const pack = packMould(plain);
    fc.assert(
      fc.property(
        fc.nat(pack.length - 1),
        fc.integer({ min: 0, max: 255 }),
        fc.nat(40),
        (at, byte, gone) => {
          const bent = pack.slice();
          bent[at] = byte;
          const told = refusal(bent.slice(0, bent.length - gone));
          expect(told).toMatch(/^opened$|^pack\/|^json\/|^mould\//);
          if (told === 'opened')
            expect(unpackMould(bent.slice(0, bent.length - gone))).toEqual(unpackMould(pack));
        },
      ),
      { numRuns: runs(100, 400) },
    );
  });
});

/** The same zip, whose list of contents says another size for the first of its files. */
function lied(pack: Uint8Array): Uint8Array {
  const view = new DataView(pack.buffer, pack.byteOffset, pack.byteLength);
  for (let at = 0; at < pack.length - 4; at += 1) {
    if (view.getUint32(at, true) === 0x02014b50) {
      view.setUint32(at + 24, 9999, true);
      break;
    }
  }
  return pack;
}
