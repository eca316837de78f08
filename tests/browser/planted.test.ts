import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { PNG } from 'pngjs';
import { expect, it } from 'vitest';
import { compileMould } from '../../src/core/compile/compile-mould.ts';
import type { Mould } from '../../src/core/model/mould.ts';
import { sampleNames, sampleOf } from '../../src/core/model/samples.ts';
import { readMould } from '../../src/node/files/mould-folder.ts';
import { type ProofSubject, proof } from '../../src/node/proof/proof.ts';
import { faultsOf, type Shot } from '../../src/node/proof/shot.ts';
import { isLong } from '../run/long.ts';
import { demo, folderWith } from '../support/command.ts';
import { differing } from '../support/pictures.ts';

const names = ['call-out', 'depot-sounds', 'diary', 'fare-switch', 'notice-rail'];
/** The narrowest and the widest see what the others do; all four take minutes. */
const widths = [320, 1280];

async function demoMoulds(): Promise<Mould[]> {
  const read = names.map((name) => readMould(join(demo, 'moulds', name)));
  return (await Promise.all(read)).map(({ mould }) => mould);
}

/** A fault put into a mould on purpose: what is added, and what a proof has to say of it. */
interface Plant {
  readonly markup?: string;
  readonly style?: string;
  readonly script?: string;
  readonly found: readonly (readonly [fact: string, code: string])[];
}

const svg = (width: number, height: number) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><rect width="100%" height="100%" fill="#246"/></svg>`;
const dots = new PNG({ width: 8, height: 8 });
dots.data.fill(120);
const files = {
  'assets/dots.png': new Uint8Array(PNG.sync.write(dots)),
  'assets/tall.svg': svg(120, 90),
};

const words = 'Trams to Quarry End';
const plants: Readonly<Record<string, readonly Plant[]>> = {
  diary: [
    {
      markup: `<p class="wide">${words}</p>`,
      style: '.wide { width: 1600px }',
      found: [['overflow', 'p.wide']],
    },
    {
      markup: `<p class="long">${`${words} `.repeat(20)}</p>`,
      style: '.long { white-space: nowrap }',
      found: [['overflow', 'p.long']],
    },
    {
      markup: `<p class="apart">${words}</p>`,
      style: '.apart { position: absolute; left: 1260px; top: 240px; width: 60px; height: 60px }',
      found: [['overflow', 'p.apart']],
    },
    {
      markup: `<p class="ten">${words}</p>`,
      style: '.ten { font-size: 10px }',
      found: [['smallText', 'p.ten']],
    },
    {
      markup: `<p><small class="nine">${words}</small></p>`,
      style: '.nine { font-size: 0.5rem }',
      found: [['smallText', 'small.nine']],
    },
  ],
  'depot-sounds': [
    {
      markup: `<p class="cut">${`${words} `.repeat(30)}</p>`,
      style: '.cut { height: 30px; line-height: 20px; overflow: hidden; font-size: 16px }',
      found: [['clipped', 'p.cut']],
    },
    {
      markup: `<p class="strait">${words}</p>`,
      style: '.strait { width: 90px; white-space: nowrap; overflow: hidden; font-size: 16px }',
      found: [['clipped', 'p.strait']],
    },
    {
      markup: `<div class="crate"><span class="inner">${words}</span></div>`,
      style:
        '.crate { width: 90px; overflow: hidden } .inner { white-space: nowrap; font-size: 16px }',
      found: [['clipped', 'span.inner']],
    },
    {
      markup: `<p class="under">${words}</p><p class="upon">Depot Gate and Mill</p>`,
      style:
        '.under, .upon { margin: 0; font-size: 16px; line-height: 20px } .upon { margin-top: -16px }',
      found: [['overlapping', 'p.upon']],
    },
    {
      markup: `<p class="frame"><b class="label">Orchard loop</b>${words}</p>`,
      style:
        '.frame { position: relative; font-size: 16px } .label { position: absolute; left: 4px; top: 0 }',
      found: [['overlapping', 'b.label']],
    },
  ],
  'call-out': [
    // Without its columns, so that what is planted stands where it would in most pieces.
    { style: '.call-out { display: block }', found: [] },
    {
      markup: '<p class="pair"><button class="a">‹</button><button class="b">›</button></p>',
      style:
        '.pair button { width: 16px; height: 16px; padding: 0; border: 0; font-size: 14px; color: #000; background: #fff }',
      found: [
        ['smallTargets', 'button.a'],
        ['smallTargets', 'button.b'],
      ],
    },
    {
      markup: '<ul class="icons"><li><a href="/a">aa</a></li><li><a href="/b">bb</a></li></ul>',
      style:
        '.icons { list-style: none; margin: 0; padding: 0 } .icons a { display: block; width: 40px; height: 14px; font-size: 12px; line-height: 14px; color: #000; background: #fff }',
      found: [
        ['smallTargets', 'li:nth-child(1) > a'],
        ['smallTargets', 'li:nth-child(2) > a'],
      ],
    },
    {
      markup: `<p class="pale">${words}</p>`,
      style: '.pale { color: #aaa; background: #fff; font-size: 16px }',
      found: [['contrast', 'p.pale']],
    },
    {
      markup: `<p class="tinted">${words}</p>`,
      style: '.tinted { color: #c44; background: #844; font-size: 16px }',
      found: [['contrast', 'p.tinted']],
    },
    {
      markup: '<img class="mute" src="assets/tall.svg" width="120" height="90">',
      found: [['accessibility', 'img.mute']],
    },
  ],
  'fare-switch': [
    {
      markup: '<p><button class="nameless"><svg width="30" height="30"></svg></button></p>',
      found: [['accessibility', 'button.nameless']],
    },
    {
      markup: '<p><input class="unlabelled" type="text"></p>',
      found: [['accessibility', 'input.unlabelled']],
    },
    {
      markup: '<p><a class="empty" href="/x"><svg width="30" height="30"></svg></a></p>',
      found: [['accessibility', 'a.empty']],
    },
    {
      markup:
        '<img class="gone" src="assets/none.png" alt="Tram" width="40" height="40" style="display: block">',
      found: [
        ['pictures', 'img.gone'],
        ['failedRequests', 'assets/none.png'],
      ],
    },
    {
      markup: '<img class="soft" src="assets/dots.png" alt="Dots" width="60" height="60">',
      found: [['pictures', 'img.soft']],
    },
    {
      markup:
        '<img class="flat" src="assets/dots.png" alt="Dots" style="width: 9px; height: 18px">',
      found: [['pictures', 'img.flat']],
    },
    {
      style: '.flat { background: url(assets/lost.svg) }',
      found: [['failedRequests', 'assets/lost.svg']],
    },
    {
      markup: `<div><img src="assets/tall.svg" alt="Shed"><p class="after">${words}</p></div>`,
      style: '.after { font-size: 16px; color: #000; background: #fff }',
      found: [['shifts', 'p.after']],
    },
  ],
  'notice-rail': [
    {
      script: `setTimeout(() => { throw new Error('off the rails'); }, 900);`,
      found: [['consoleErrors', 'off the rails']],
    },
    {
      script: `setTimeout(() => console.error('no wire'), 950);`,
      found: [['consoleErrors', 'no wire']],
    },
    {
      markup: '<img src="https://pictures.example/tram.jpg" alt="Tram" width="80" height="45">',
      found: [['failedRequests', 'https://pictures.example/tram.jpg']],
    },
    {
      markup: `<div class="late"></div><p class="pushed">${words}</p>`,
      style: '.pushed { font-size: 16px; color: #fff }',
      script: `setTimeout(() => { document.querySelector('.late').style.height = '50px'; }, 500);`,
      found: [['shifts', 'p.pushed']],
    },
  ],
};

function planted(mould: Mould): Mould {
  const all = plants[mould.manifest.name] ?? [];
  const joined = (part: 'markup' | 'style' | 'script') =>
    all.map((one) => one[part] ?? '').join('\n');
  const at = mould.template.lastIndexOf('</');
  return {
    ...mould,
    template: `${mould.template.slice(0, at)}${joined('markup')}${mould.template.slice(at)}`,
    style: `${mould.style}\n${joined('style')}`,
    script: `${mould.script}\n${joined('script')}`,
    files: { ...mould.files, ...files },
  };
}

const wordsOf = (shots: readonly Shot[]) =>
  [
    ...new Set(
      shots.flatMap((shot) =>
        faultsOf(shot).map(({ fact, code, text }) => `${shot.mould} ${fact} ${code || text}`),
      ),
    ),
  ].sort();

it('finds all that was planted in a copy of the demo, by its element, and nothing else', async () => {
  const moulds = await demoMoulds();
  const made = await proof(
    moulds.map((mould) => ({ mould: planted(mould) })),
    {
      out: join(folderWith(), 'p'),
      widths,
    },
  );
  const wanted = Object.entries(plants).flatMap(([name, all]) =>
    all.flatMap(({ found }) => found.map(([fact, code]) => [name, fact, code] as const)),
  );
  expect(wanted.length).toBeGreaterThan(25);
  const told = wordsOf(made.shots);
  const missed = wanted.filter(
    ([name, fact, code]) =>
      !told.some(
        (one) =>
          one.startsWith(`${name} ${fact} `) &&
          (one.endsWith(code) || one.includes(`: ${code}`) || one.endsWith(`: Error: ${code}`)),
      ),
  );
  expect(missed).toEqual([]);
  const strange = told.filter(
    (one) =>
      !wanted.some(
        ([name, fact, code]) => one.startsWith(`${name} ${fact} `) && one.includes(code),
      ),
  );
  expect(strange).toEqual([]);
}, 180_000);

it('finds nothing wrong with the demo as it is, whatever the sample, and the same twice', async () => {
  const subjects = (await demoMoulds()).flatMap((mould): ProofSubject[] => {
    const { root } = compileMould(mould);
    const names = isLong ? sampleNames(mould) : ['default', 'long'];
    return names.map((sample) => ({
      mould,
      sample,
      cast: sampleOf(mould, root, sample)?.cast ?? {},
    }));
  });
  const folder = folderWith();
  const some = { widths: [320] };
  const one = await proof(subjects, { out: join(folder, 'one'), ...some });
  expect(wordsOf(one.shots)).toEqual([]);
  const few = subjects.filter(({ sample }) => sample === 'default');
  const first = one.shots.filter(({ sample }) => sample === 'default');
  const two = await proof(few, { out: join(folder, 'two'), ...some });
  const bare = ({ png: _, ...shot }: Shot) => shot;
  expect(two.shots.map(bare)).toEqual(first.map(bare));
  for (const [at, { png }] of two.shots.entries()) {
    expect(differing(readFileSync(png), readFileSync(first[at]?.png ?? ''))).toBe(0);
  }
}, 300_000);

it('against an earlier proof tells of a pixel and of a colour, where they are, and of nothing else', async () => {
  const mould = (await demoMoulds())[0] as Mould;
  const folder = folderWith();
  const paper: Mould = {
    ...mould,
    template: `${mould.template.replace(/<\/\w+>\s*$/, '<i class="a"></i><i class="b"></i>$&')}`,
    style: `${mould.style}\ni.a, i.b { display: block; width: 40px; height: 20px; grid-column: 1 / -1; margin: 60px; background: #246 }`,
  };
  const options = { widths: [480] };
  await proof([{ mould: paper }], { ...options, out: join(folder, 'then') });
  const against = join(folder, 'then');
  const same = await proof([{ mould: paper }], { ...options, against, out: join(folder, 'same') });
  expect(same.changes).toEqual([]);
  const other = {
    ...paper,
    style: `${paper.style}\ni.a { position: relative; left: 1px } i.b { background: #257 }`,
  };
  const now = await proof([{ mould: other }], { ...options, against, out: join(folder, 'now') });
  const [change, ...more] = now.changes ?? [];
  expect(more).toEqual([]);
  // A column of pixels on either side of the one that moved, and all of the other.
  expect(change?.pixels).toBe(20 + 20 + 40 * 20);
  const sizes = change?.regions.map(({ width, height }) => `${width} × ${height}`).sort();
  expect(sizes).toEqual(['1 × 20', '1 × 20', '40 × 20']);
  expect(PNG.sync.read(readFileSync(change?.shows ?? '')).width).toBe(480);
  expect(readFileSync(now.report, 'utf8')).toContain('840 pixels differ');
  await expect(
    proof([{ mould }], { ...options, against: folder, out: join(folder, 'x') }),
  ).rejects.toThrow(/contains no proof to compare with/);
});
