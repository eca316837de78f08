import { readFileSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Browser } from 'playwright-core';
import type { Story } from '../support/story.ts';

/** What came of a job, both ways. */
export interface Told {
  readonly story: Story;
  commandSeconds: number;
  clickSeconds: number;
  clicks: number;
  steps: readonly string[];
  png: Uint8Array | undefined;
}

const docs = fileURLToPath(new URL('../../docs/', import.meta.url));
/** The stretch of the page that is made. */
const tablePlace = /(?<=<!-- made by npm run jobs -->\n\n)[\s\S]*?(?=\n\n<!-- end -->)/;

const seconds = (number: number) => `${number.toFixed(1)} s`;

/** What docs/jobs.md says of the jobs, without what differs from run to run. */
export function commandsOf({ commands, copies }: Story): string {
  return ['```sh', ...commands, ...copies, '```'].join('\n');
}

function section(told: Told, at: number): string {
  const { story, clicks, steps, commandSeconds, clickSeconds } = told;
  const { commands } = story;
  return [
    `### ${at + 1}. ${story.title}`,
    '',
    `${commands.length} commands, ${seconds(commandSeconds)} with all copies:`,
    '',
    commandsOf(story),
    '',
    `Or ${clicks} clicks, ${seconds(clickSeconds)}: ${steps.join(' → ')}`,
  ].join('\n');
}

/** Writes the page of the jobs and its picture. */
export async function writePage(browser: Browser, all: readonly Told[]): Promise<void> {
  const path = `${docs}jobs.md`;
  const made = all.map(section).join('\n\n');
  writeFileSync(
    path,
    readFileSync(path, 'utf8').replace(tablePlace, () => made),
  );
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const pictures = all.map(({ png, story }, at) =>
    png
      ? `<figure><img src="data:image/png;base64,${Buffer.from(png).toString('base64')}" alt=""><figcaption>${at + 1}. ${story.title}</figcaption></figure>`
      : '',
  );
  await page.setContent(
    `<style>body{margin:24px;display:grid;grid-template-columns:repeat(4,1fr);gap:20px 16px;background:#faf7f2;color:#2b2620;font:13px/1.35 system-ui,sans-serif}figure{margin:0}img{display:block;width:100%;aspect-ratio:8/5;object-fit:cover;object-position:top;border:1px solid #cbc3b5}figcaption{padding-top:6px}</style>${pictures.join('')}`,
  );
  await page.screenshot({ path: `${docs}screenshots/jobs.png`, fullPage: true });
  await page.close();
}
