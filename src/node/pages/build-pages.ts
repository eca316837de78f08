import { readFile } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import type { AssetAt } from '../../core/compile/asset-addresses.ts';
import { runtimeParts } from '../../core/compile/script/runtime-parts.ts';
import { composePage, type PageFinding, type SharedText } from '../../core/compose/compose-page.ts';
import { type PageFile, type PlacedCast, readPageFile } from '../../core/compose/page-file.ts';
import type { Finish } from '../../core/deliver/delivery.ts';
import { type JsonObject, type JsonPath, parseJson } from '../../core/model/json-source.ts';
import { finding, type Place } from '../../core/problem/finding.ts';
import { getOrMake } from '../../core/text/memoize.ts';
import { runtime } from '../../generated/runtime.ts';
import { readText } from '../files/read-text.ts';
import { refuseIfThere, writeWhole } from '../files/write-safely.ts';
import type { Rack } from '../rack/rack.ts';
import { EarlierPages } from './earlier-pages.ts';
import { castBeside, withFilesBeside } from './files-beside.ts';
import { listPages, type PageSource } from './list-pages.ts';
import { digestOfFile, MouldShelf, type ShelvedMould } from './mould-shelf.ts';
import {
  type BuildRecord,
  claimPages,
  keepRecords,
  type PageRecords,
  readRecords,
} from './page-record.ts';
import { SharedFolder, sharedName } from './shared-folder.ts';
import { SiteFiles } from './site-files.ts';

export interface PagesOptions {
  /** The folder that pages are written to; it may hold an earlier build. */
  readonly out: string;
  /** Where moulds are looked for that no folder of the page's holds. */
  readonly rack: Rack;
  readonly nonce?: string | undefined;
  readonly finish?: Finish | undefined;
  /** Fetches libraries from elsewhere, to hold them to their digests. */
  readonly fetches?: boolean | undefined;
  /** Lets a page be written where there is a file that no earlier build wrote. */
  readonly replace?: boolean | undefined;
}

/** A page that was built. */
export interface BuiltPage {
  /** The page file. */
  readonly page: string;
  /** Where it was written. */
  readonly file: string;
  readonly casts: number;
  readonly moulds: readonly string[];
  readonly bytes: number;
  /** False where it was there already, the same. */
  readonly isNew: boolean;
}

export interface PagesBuilt {
  readonly pages: readonly BuiltPage[];
  /** Page files of which a cast had to be left out; their last good pages stay. */
  readonly held: readonly string[];
  /** Files that pages share, with their bytes. */
  readonly shared: readonly { readonly file: string; readonly bytes: number }[];
  /** The pages that make use of each shared file of values. */
  readonly shares: Readonly<Record<string, readonly string[]>>;
  readonly findings: readonly PageFinding[];
}

/**
 * Builds pages from page files, or from folders of them. Only what has changed is written, each
 * file whole; where several are built, what they share becomes files of its own. A page of which a
 * cast had to be left out is not written, so that the last good one stays.
 *
 * @throws Refusal when a file cannot be read or written, or would be written over unasked
 */
export async function buildPages(
  paths: readonly string[],
  options: PagesOptions,
): Promise<PagesBuilt> {
  const sources = await listPages(paths);
  const before = await readRecords(options.out);
  const builder = new PageBuilder(options, before, sources.length > 1);
  // Which moulds there are has to be known before the first page is put together.
  for (const source of sources) await builder.look(source);
  await builder.begin(sources);
  for (const source of sources) await builder.build(source);
  return builder.end();
}

/** Faults that leave a hole in a page. */
const leavesHole =
  /^(?:page\/(?:no-mould|unsound|no-file|outside|wrong)|cast\/(?:wrong|bad-id|other-mould)|json\/.*)$/;

class PageBuilder {
  private readonly options: PagesOptions;
  private readonly isSplit: boolean;
  private readonly shelf: MouldShelf;
  private readonly files: SharedFolder;
  private readonly site: SiteFiles;
  private readonly findings: PageFinding[] = [];
  private readonly built: BuiltPage[] = [];
  private readonly held: string[] = [];
  private readonly records: Record<string, PageRecords[string]> = {};
  private readonly shares = new Map<string, Set<string>>();
  private readonly assetAts = new Map<string, AssetAt>();
  /** Where what was taken in lies, by what it is. */
  private readonly places = new Map<string, string>();
  /** The same for what pages share, by its name and then by what it is. */
  private readonly sharedTexts = new Map<string, Map<string, string>>();
  private readonly earlier: EarlierPages;
  private before: PageRecords = {};
  private mouldParts: BuildRecord['moulds'] = {};
  private parts: readonly string[] = [];

  constructor(options: PagesOptions, record: BuildRecord, isSplit: boolean) {
    this.options = options;
    this.earlier = new EarlierPages(options.out, record);
    this.isSplit = isSplit;
    this.shelf = new MouldShelf(options.rack, options.fetches ? digestOfFile : undefined);
    this.files = new SharedFolder(options.out);
    this.site = new SiteFiles(this.files);
  }

  /** Finds the moulds of a page. */
  async look({ file, output }: PageSource): Promise<void> {
    const page = (await this.earlier.usesOf({ file, output })) ?? (await readPage(file)).page;
    if (page) await this.mouldsFor(page, file);
  }

  async begin(sources: readonly PageSource[]): Promise<void> {
    const { out } = this.options;
    const claims = sources.map(({ file, output }) => ({ output, source: relative(out, file) }));
    this.before = await claimPages(out, this.earlier.record, claims);
    this.mouldParts = await this.shelf.parts(this.earlier.record.moulds);
    this.findings.push(...this.shelf.findings);
    const all = new Set(Object.values(this.mouldParts).flat());
    this.parts = this.isSplit ? runtimeParts.filter((part) => all.has(part)) : [];
    this.earlier.setting({ ...this.options, parts: this.parts, isSplit: this.isSplit });
  }

  async build({ file, output }: PageSource): Promise<void> {
    if (await this.takeOver({ file, output })) return;
    const faults: PageFinding[] = [];
    const { page, findings, placeOf } = await readPage(file);
    faults.push(...findings);
    if (page) {
      const html = await this.compose({ file, output }, page, { faults, placeOf });
      this.findings.push(...faults);
      if (html !== undefined) return;
    } else this.findings.push(...faults);
    this.held.push(file);
    const earlier = this.before[output];
    if (earlier) this.records[output] = earlier;
  }

  /** Takes over a page that would be made the same, and is there; false where there is none. */
  private async takeOver({ file, output }: PageSource): Promise<boolean> {
    const record = this.before[output];
    const { made } = record ?? {};
    if (!record || !made) return false;
    const moulds = await this.mouldsFor(made.uses, file);
    if (!(await this.earlier.isSame(made, output, moulds))) return false;
    for (const path of record.files) if (!(await this.files.keeps(path))) return false;
    for (const path of made.shares) this.shareBy(join(this.options.out, path), output);
    const { casts, moulds: names, bytes } = made;
    const place = join(this.options.out, output);
    this.built.push({ page: file, file: place, casts, moulds: names, bytes, isNew: false });
    this.records[output] = record;
    return true;
  }

  private shareBy(path: string, output: string): void {
    getOrMake(this.shares, path, () => new Set()).add(output);
  }

  private async mouldsFor(
    page: Pick<PageFile, 'moulds' | 'casts'>,
    file: string,
  ): Promise<Map<string, ShelvedMould>> {
    const found = new Map<string, ShelvedMould>();
    for (const cast of page.casts) await this.mouldsOf(cast, file, page, found);
    return found;
  }

  /** Puts a page together and writes it; undefined where it has a hole in it. */
  private async compose(
    { file, output }: PageSource,
    page: PageFile,
    { faults, placeOf }: { faults: PageFinding[]; placeOf: (at: JsonPath) => Place },
  ): Promise<string | undefined> {
    const { nonce, finish } = this.options;
    const here = dirname(file);
    const prefix = '../'.repeat(output.split('/').length - 1);
    const say = (path: string, called: string, at: JsonPath) =>
      void faults.push(finding('page/no-file', { path, called }, placeOf(at)));
    const outsideAt = (at: JsonPath) => (path: string) =>
      void faults.push(finding('page/outside', { path }, placeOf(at)));
    const moulds = await this.mouldsFor(page, file);
    const read: [string, ...string[]] = [file];
    const host = await this.site.hostOf(page, here);
    if (page.host !== undefined) read.push(join(here, page.host));
    if (page.host !== undefined && !host) say(page.host, 'is named as host', ['host']);
    const take = async (path: string) => {
      const taken = await this.files.addFile(path);
      read.push(path);
      return taken && prefix + encodeURI(taken);
    };
    const shared = new Map<string, JsonObject>();
    for (const [at, { shares }] of page.casts.entries()) {
      if (shares === undefined) continue;
      const path = join(here, shares);
      const values = await this.site.valuesIn(path, faults);
      if (!values) continue;
      this.shareBy(path, output);
      read.push(path);
      const missing = (one: string) => say(one, `${shares} refers to`, ['casts', at, 'shares']);
      const outside = outsideAt(['casts', at, 'shares']);
      const beside = { folder: dirname(path), take, missing, outside };
      shared.set(shares, await withFilesBeside(values, beside));
    }
    const casts = await Promise.all(
      page.casts.map((cast, at) => {
        const missing = (one: string) => say(one, 'a value refers to', ['casts', at, 'values']);
        const outside = outsideAt(['casts', at, 'values']);
        return castBeside(cast, { folder: here, take, missing, outside });
      }),
    );
    const byName = new Map([...moulds.values()].map((one) => [one.mould.manifest.name, one]));
    const composed = composePage(
      { ...page, casts },
      {
        runtime,
        nonce,
        finish,
        host,
        parts: this.parts,
        placeOf,
        styles: await this.site.stylesOf(page, here, prefix, say),
        mouldOf: (mould) => moulds.get(mould)?.compiled,
        sharedOf: (path) => shared.get(path),
        assetAt: this.assetAt(byName, prefix),
        ...(this.isSplit ? { share: this.sharing(prefix) } : {}),
      },
    );
    faults.push(...composed.findings);
    if (faults.some(({ code }) => leavesHole.test(code))) return undefined;
    const used = this.files.spokenOf(composed.html);
    await this.files.write(used);
    const isNew = await this.write(output, composed.html);
    const source = relative(this.options.out, file);
    const bytes = Buffer.byteLength(composed.html);
    const { casts: count, moulds: names } = composed;
    for (const style of page.styles ?? []) read.push(...this.files.inputsOf(join(here, style)));
    const made =
      faults.length === 0 &&
      (await this.earlier.made(composed, { page, moulds, read, shares: [...shared.keys()] }));
    this.records[output] = { source, files: [...used].sort(), ...(made ? { made } : {}) };
    const place = join(this.options.out, output);
    this.built.push({ page: file, file: place, casts: count, moulds: names, bytes, isNew });
    return composed.html;
  }

  /** Where moulds' files lie, from pages so deep; the same function as long as it can be. */
  private assetAt(moulds: ReadonlyMap<string, ShelvedMould>, prefix: string): AssetAt {
    const key = [prefix, ...[...moulds.values()].map(({ digest }) => digest).sort()].join();
    return getOrMake(this.assetAts, key, () => (mould, path) => {
      const { digest = '', mould: own } = moulds.get(mould) ?? {};
      const content = own?.files[path];
      if (content === undefined) return undefined;
      const folder = `${mould}/${dirname(path).replace(/^assets\/?/, '')}`.replace(/\/$/, '');
      const add = () => encodeURI(this.files.add(folder, path, content));
      return prefix + getOrMake(this.places, `${digest} ${path}`, add);
    });
  }

  /** Makes files of what pages so deep share. */
  private sharing(prefix: string): (text: SharedText) => string {
    return ({ name, kind, text }) => {
      const known = getOrMake(this.sharedTexts, `${prefix}${name}.${kind}`, () => new Map());
      return getOrMake(known, text, () => {
        const inner = this.files.spokenOf(text);
        // Addresses in a sheet are from where it lies itself.
        const own = kind === 'css' ? text.replaceAll(`${prefix}${sharedName}/`, '') : text;
        return prefix + this.files.add('', `${name}.${kind}`, own, [...inner]);
      });
    };
  }

  /** Writes a page where it is not what is there; true where it did. */
  private async write(output: string, html: string): Promise<boolean> {
    const { out, replace } = this.options;
    const place = join(out, output);
    const there = await readFile(place, 'utf8').catch(() => undefined);
    if (there === html) return false;
    if (!Object.hasOwn(this.before, output) && !replace) {
      await refuseIfThere(place, 'Use --replace, or choose another --out.');
    }
    await writeWhole(place, html);
    return true;
  }

  async end(): Promise<PagesBuilt> {
    const { out } = this.options;
    await keepRecords(out, this.before, { pages: this.records, moulds: this.mouldParts });
    const files = [...this.files.sizes].map(([path, bytes]) => ({ file: join(out, path), bytes }));
    return {
      pages: this.built,
      held: this.held,
      findings: unique(this.findings),
      shared: files.sort((a, b) => (a.file < b.file ? -1 : 1)),
      shares: Object.fromEntries([...this.shares].map(([path, pages]) => [path, [...pages]])),
    };
  }

  private mouldsOf(
    cast: PlacedCast,
    file: string,
    page: Pick<PageFile, 'moulds'>,
    found?: Map<string, ShelvedMould>,
  ): Promise<unknown> {
    const here = dirname(file);
    const usual = [here, join(here, 'moulds'), join(here, '..', 'moulds'), '.'];
    const folders = page.moulds?.map((folder) => join(here, folder)) ?? usual;
    return this.shelf.findAll(cast, folders, found);
  }
}

async function readPage(file: string) {
  const { text } = await readText(file);
  const source = parseJson(file, text);
  return { ...readPageFile(source), placeOf: source.placeOf };
}

function unique(findings: readonly PageFinding[]): PageFinding[] {
  return [...new Map(findings.map((one) => [JSON.stringify(one), one])).values()];
}
