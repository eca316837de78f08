import { cpSync, mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it, onTestFinished } from 'vitest';
import { html } from '../../src/node/page/html.ts';
import { startPreview } from '../../src/node/preview/start-preview.ts';
import { inParallel } from '../../src/node/proof/pool.ts';
import { reportPage } from '../../src/node/proof/report.ts';
import { faultsOf, type Shot } from '../../src/node/proof/shot.ts';
import { folderWithRail } from '../support/command.ts';

const shot = (width: number, more: Partial<Shot> = {}): Shot => ({
  mould: 'm',
  title: 'Trams <b>',
  sample: 'long',
  width,
  height: 100,
  png: `p/m-${width}.png`,
  atMs: 2000,
  overflow: [],
  clipped: [],
  overlapping: [],
  smallText: [],
  smallTargets: [],
  contrast: [],
  accessibility: [],
  pictures: [],
  shifts: [],
  notAsked: [],
  accepted: [],
  consoleErrors: [],
  failedRequests: [],
  ...more,
});
const overflow = { selector: 'a > b', element: 'b', left: 9, top: 0, width: 9, height: 9, by: 5 };

describe('a report', () => {
  const page = reportPage([
    shot(360),
    shot(768, { overflow: [overflow], consoleErrors: ['<i>oh'] }),
  ]);

  it('opens on the worst, and leads to each picture beside it', () => {
    expect(page.indexOf('at 768 px')).toBeLessThan(page.indexOf('at 360 px'));
    expect(page).toContain('src="m-768.png"');
    expect(page).toContain('2 pictures, 2 faults found');
  });

  it('escapes what comes from the mould', () => {
    expect(page).toContain('Trams &lt;b&gt;');
    expect(page).toContain('Script error: &lt;i&gt;oh');
    expect(page).not.toMatch(/Trams <b>|<i>oh/);
  });
});

it('faults are told from the worst, and numbered where they have a place', () => {
  const failedRequests = [{ url: '/a', why: 'the mould has no such file' }];
  expect(faultsOf(shot(1, { overflow: [overflow, overflow], failedRequests }))).toMatchObject([
    { number: 1, code: 'a > b', text: 'overflows by 5 px to the right' },
    { number: 2 },
    { number: undefined, code: '/a' },
  ]);
});

it('markup of ours takes values escaped, and markup of ours as it is', () => {
  expect(html`<p title="${'"'}">${'<'}${html`<b>${1}</b>`}${[html`<i>`, html`</i>`]}`.html).toBe(
    '<p title="&quot;">&lt;<b>1</b><i>\n</i>',
  );
});

describe('so many at once', () => {
  it('keeps the order of things, and never more than allowed', async () => {
    let running = 0;
    let most = 0;
    const work = async (waitMs: number) => {
      running += 1;
      most = Math.max(most, running);
      await new Promise((resolve) => setTimeout(resolve, waitMs));
      running -= 1;
      return waitMs;
    };
    expect(await inParallel([9, 1, 5, 3, 1], 2, work)).toEqual([9, 1, 5, 3, 1]);
    expect(most).toBe(2);
  });

  it('stops what has not begun after a failure, and throws the first', async () => {
    const begun: number[] = [];
    const work = async (number: number) => {
      begun.push(number);
      if (number === 1) throw new Error('first');
      await new Promise((resolve) => setTimeout(resolve, 5));
    };
    await expect(inParallel([1, 2, 3, 4], 2, work)).rejects.toThrow('first');
    expect(begun).toEqual([1, 2]);
  });
});

describe('the preview’s server', () => {
  it('serves each mould its page, its sources and its files, and nothing else', async () => {
    const folder = folderWithRail();
    const [one, two] = [join(folder, 'notice-rail'), join(folder, 'other rail')];
    mkdirSync(join(one, 'assets'));
    writeFileSync(join(one, 'assets/a.svg'), '<svg/>');
    cpSync(one, two, { recursive: true });
    const preview = await startPreview([one, two]);
    onTestFinished(() => preview.close());
    const ask = async (path: string) => {
      const answer = await fetch(new URL(path, preview.url), { redirect: 'manual' });
      return { status: answer.status, text: await answer.text() };
    };
    expect(await ask('/')).toMatchObject({ status: 302 });
    const page = await ask('/other%20rail/');
    expect(page.text).toContain('{"name":"other rail","moulds":[{"name":"notice-rail"');
    const { mould, placed } = JSON.parse((await ask('/other%20rail/mould')).text);
    expect(mould.template).toContain('{~heading~}');
    expect(placed).toEqual([]);
    const picture = `/notice-rail/files/${mould.files['assets/a.svg']}`;
    expect(await ask(picture)).toEqual({ status: 200, text: '<svg/>' });
    expect(await ask('/notice-rail/files/../mould.json')).toMatchObject({ status: 404 });
    expect(await ask('/notice-rail/files/%2e%2e/mould.json')).toMatchObject({ status: 404 });
    expect(await ask('/notice-rail/mould.json')).toMatchObject({ status: 404 });
    expect(await ask('/view/main.js')).toMatchObject({ status: 200 });
  });

  it('tells two folders of one name apart, and takes the folder it is in', async () => {
    const [one, two] = [folderWithRail(), folderWithRail()].map((at) => join(at, 'notice-rail'));
    const before = process.cwd();
    onTestFinished(() => process.chdir(before));
    process.chdir(one as string);
    const preview = await startPreview(['.', two as string]);
    onTestFinished(() => preview.close());
    expect(preview.url).toMatch(/\/notice-rail\/$/);
    for (const name of ['notice-rail', 'notice-rail-2']) {
      const answer = await fetch(new URL(`/${name}/mould`, preview.url));
      expect(await answer.text()).toContain('{~heading~}');
    }
  });

  it('says which port is taken', async () => {
    const folder = join(folderWithRail(), 'notice-rail');
    const preview = await startPreview([folder]);
    onTestFinished(() => preview.close());
    const port = Number(new URL(preview.url).port);
    await expect(startPreview([folder], { port })).rejects.toThrow(`Port ${port} is in use.`);
  });
});
