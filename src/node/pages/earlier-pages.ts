import { readFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import type { ComposedPage } from '../../core/compose/compose-page.ts';
import type { PageFile } from '../../core/compose/page-file.ts';
import type { Finish } from '../../core/deliver/delivery.ts';
import type { CastFile } from '../../core/model/cast-file.ts';
import { memoize } from '../../core/text/memoize.ts';
import { runtime } from '../../generated/runtime.ts';
import { ownPackage } from '../files/own-package.ts';
import type { PageSource } from './list-pages.ts';
import type { ShelvedMould } from './mould-shelf.ts';
import { digestOf, PageInputs } from './page-inputs.ts';
import type { BuildRecord, PageMade } from './page-record.ts';

/** What all pages of a build are made with. */
interface Setting {
  readonly nonce?: string | undefined;
  readonly finish?: Finish | undefined;
  readonly parts: readonly string[];
  readonly isSplit: boolean;
}

/** What a page was made from. */
interface MadeFrom {
  readonly page: PageFile;
  readonly moulds: ReadonlyMap<string, ShelvedMould>;
  /** Every file that was read for it, its own first. */
  readonly read: readonly [string, ...string[]];
  /** Files of values, as the page names them. */
  readonly shares: readonly string[];
}

/** Pages of an earlier build, and what tells whether they would be made the same. */
export class EarlierPages {
  readonly record: BuildRecord;
  private readonly out: string;
  private readonly inputs = new PageInputs();
  /** Of the setting; undefined where nobody can say what it does. */
  private key: string | undefined;

  constructor(out: string, record: BuildRecord) {
    this.out = out;
    this.record = record;
  }

  setting({ nonce = '', finish = {}, parts, isSplit }: Setting): void {
    const isKnown = finish.key !== undefined || !(finish.style || finish.script);
    const all = [version(), runtime.key, nonce, finish.key ?? '', parts.join(), `${isSplit}`];
    this.key = isKnown ? digestOf(...all) : undefined;
  }

  /** What the casts of a page ask for, where its file is as it was; it need not be read then. */
  async usesOf({ file, output }: PageSource): Promise<PageMade['uses'] | undefined> {
    const { made } = this.record.pages[output] ?? {};
    const isSame = made?.inputs[this.fromOut(file)] === (await this.inputs.at(file));
    return isSame ? made?.uses : undefined;
  }

  /** True where all that a page was made from is as it was, and so is the page. */
  async isSame(
    made: PageMade,
    output: string,
    moulds: ReadonlyMap<string, ShelvedMould>,
  ): Promise<boolean> {
    if (this.key === undefined || made.key !== this.keyWith(moulds)) return false;
    const inputs = Object.entries(made.inputs).map(([path, digest]) => [
      join(this.out, path),
      digest,
    ]);
    const isFromSame = await this.inputs.areSame(Object.fromEntries(inputs));
    return isFromSame && (await this.inputs.at(join(this.out, output))) === made.html;
  }

  /** What is kept of a page that was made without a finding. */
  async made(
    { html, casts, moulds: names }: ComposedPage,
    { page, moulds, read, shares }: MadeFrom,
  ): Promise<PageMade | undefined> {
    if (this.key === undefined) return undefined;
    const here = dirname(read[0]);
    const inputs = await this.inputs.of(read);
    return {
      key: this.keyWith(moulds),
      inputs: Object.fromEntries(
        Object.entries(inputs).map(([path, digest]) => [this.fromOut(path), digest]),
      ),
      html: digestOf(html),
      uses: usesOf(page),
      casts,
      moulds: names,
      bytes: Buffer.byteLength(html),
      shares: shares.map((path) => this.fromOut(join(here, path))),
    };
  }

  /** Of all that a page is made with, its own files apart. */
  private keyWith(moulds: ReadonlyMap<string, ShelvedMould>): string {
    const all = [...moulds].map(([name, { digest }]) => `${name} ${digest}`).sort();
    return digestOf(this.key ?? '', ...all);
  }

  private fromOut(path: string): string {
    return relative(this.out, path).replaceAll('\\', '/');
  }
}

/** What the casts of a page ask for: enough to find their moulds. */
function usesOf({ moulds, casts }: PageFile): PageMade['uses'] {
  const seen = new Map(casts.map((cast) => askOf(cast)).map((one) => [JSON.stringify(one), one]));
  return { ...(moulds ? { moulds } : {}), casts: [...seen.values()] };
}

function askOf({ mould, version: wanted, slots = {} }: CastFile): CastFile {
  const inSlots = Object.entries(slots).map(([name, all]) => [
    name,
    all.flatMap((one) => ('mould' in one ? [askOf(one)] : [])),
  ]);
  return {
    ...(mould === undefined ? {} : { mould }),
    ...(wanted === undefined ? {} : { version: wanted }),
    ...(inSlots.length > 0 ? { slots: Object.fromEntries(inSlots) } : {}),
  };
}

/** Of this package: another may write pages in another way. */
const version = memoize(() => {
  const text = readFileSync(join(ownPackage(), 'package.json'), 'utf8');
  return String(JSON.parse(text).version);
});
