import { readFile } from 'node:fs/promises';
import { dirname, join, relative } from 'node:path';
import type { AssetAt } from '../../core/compile/asset-addresses.ts';
import { runtimeParts } from '../../core/compile/script/runtime-parts.ts';
import { composePage, type PageFinding, type SharedText } from '../../core/compose/compose-page.ts';
import { type PageFile, type PlacedCast, readPageFile } from '../../core/compose/page-file.ts';
import { type JsonObject, type JsonPath, parseJson } from '../../core/model/json-source.ts';
import { finding, type Place } from '../../core/problem/finding.ts';
import { getOrMake } from '../../core/text/memoize.ts';
import { runtime } from '../../generated/runtime.ts';
import { readText } from '../files/read-text.ts';
import { refuseIfThere, writeWhole } from '../files/write-safely.ts';
import { EarlierPages } from './earlier-pages.ts';
import { castBeside, withFilesBeside } from './files-beside.ts';
import type { PageSource } from './list-pages.ts';
import { digestOfFile, MouldShelf, type ShelvedMould } from './mould-shelf.ts';
import { type BuildRecord, claimPages, type PageRecord, type PageRecords } from './page-record.ts';
import type { BuiltPage, PagesOptions } from './pages-options.ts';
import { SharedFolder, sharedName } from './shared-folder.ts';
import { SiteFiles } from './site-files.ts';

/** Faults that leave a hole in a page. */
const leavesHole =
  /^(?:page\/(?:no-mould|unsound|no-file|outside|wrong)|cast\/(?:wrong|bad-id|other-mould)|json\/.*)$/;

/** What a builder has to report, of the pages since it last did. */
export interface BuildReport {
  readonly built: readonly BuiltPage[];
  readonly held: readonly string[];
  readonly findings: readonly PageFinding[];
  readonly records: Readonly<Record<string, PageRecord>>;
  /** The pages that make use of each shared file of values. */
  readonly shares: readonly (readonly [path: string, outputs: readonly string[]])[];
  /** Bytes of files that pages share, by path in the folder that is built to. */
  readonly sizes: readonly (readonly [path: string, bytes: number])[];
}

/** What all builders of one build have in common. */
export interface BuildSetting {
  readonly isSplit: boolean;
  /** Parts of the code for pages that every page gets. */
  readonly parts: readonly string[];
  readonly moulds: BuildRecord['moulds'];
  /** The pages that are ours to write. */
  readonly before: PageRecords;
}

/** Puts pages together and writes them, one after the other. */
export class PageBuilder {
  private readonly options: PagesOptions;
  private readonly shelf: MouldShelf;
  private readonly files: SharedFolder;
  private readonly site: SiteFiles;
  private findings: PageFinding[] = [];
  private built: BuiltPage[] = [];
  private held: string[] = [];
  private records: Record<string, PageRecord> = {};
  private readonly shares = new Map<string, Set<string>>();
  private readonly castCounts = new Map<string, number>();
  private readonly assetAts = new Map<string, AssetAt>();
  /** Where what was taken in lies, by what it is. */
  private readonly places = new Map<string, string>();
  /** The same for what pages share, by its name and then by what it is. */
  private readonly sharedTexts = new Map<string, Map<string, string>>();
  private readonly earlier: EarlierPages;
  private given: BuildSetting = { isSplit: false, parts: [], moulds: {}, before: {} };

  constructor(options: PagesOptions, record: BuildRecord) {
    this.options = options;
    this.earlier = new EarlierPages(options.out, record);
    this.shelf = new MouldShelf(options.rack, options.fetches ? digestOfFile : undefined);
    this.files = new SharedFolder(options.out);
    this.site = new SiteFiles(this.files);
  }

  /** Finds the moulds of a page. */
  async look({ file, output }: PageSource): Promise<void> {
    const page = (await this.earlier.usesOf({ file, output })) ?? (await readPage(file)).page;
    if (!page) return;
    this.castCounts.set(output, page.casts.length);
    await this.mouldsFor(page, file);
  }

  /** How many casts a page is known to have. */
  castsOf({ output }: PageSource): number {
    return this.castCounts.get(output) ?? 0;
  }

  /** Claims the pages, and works out what they all share. */
  async begin(sources: readonly PageSource[]): Promise<BuildSetting> {
    const { out } = this.options;
    const isSplit = sources.length > 1;
    const claims = sources.map(({ file, output }) => ({ output, source: relative(out, file) }));
    const before = await claimPages(out, this.earlier.record, claims);
    const moulds = await this.shelf.parts(this.earlier.record.moulds);
    this.findings.push(...this.shelf.findings);
    const all = new Set(Object.values(moulds).flat());
    const parts = isSplit ? runtimeParts.filter((part) => all.has(part)) : [];
    const setting = { isSplit, parts, moulds, before };
    this.prepare(setting);
    return setting;
  }

  prepare(setting: BuildSetting): void {
    this.given = setting;
    this.earlier.setting({ ...this.options, ...setting });
  }

  async build({ file, output }: PageSource): Promise<void> {
    const faults: PageFinding[] = [];
    const { page, findings, placeOf } = await readPage(file);
    faults.push(...findings);
    if (page) {
      const html = await this.compose({ file, output }, page, { faults, placeOf });
      this.findings.push(...faults);
      if (html !== undefined) return;
    } else this.findings.push(...faults);
    this.held.push(file);
    const earlier = this.given.before[output];
    if (earlier) this.records[output] = earlier;
  }

  /** Takes over a page that would be made the same, and is there; false where there is none. */
  async takeOver({ file, output }: PageSource): Promise<boolean> {
    const record = this.given.before[output];
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
        parts: this.given.parts,
        placeOf,
        styles: await this.site.stylesOf(page, here, prefix, say),
        mouldOf: (mould) => moulds.get(mould)?.compiled,
        sharedOf: (path) => shared.get(path),
        assetAt: this.assetAt(byName, prefix),
        ...(this.given.isSplit ? { share: this.sharing(prefix) } : {}),
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
    if (!Object.hasOwn(this.given.before, output) && !replace) {
      await refuseIfThere(place, 'Use --replace, or choose another --out.');
    }
    await writeWhole(place, html);
    return true;
  }

  /** What there is to say of the pages since it was last asked. */
  report(): BuildReport {
    const { built, held, findings, records } = this;
    const report = {
      built,
      held,
      findings,
      records,
      shares: [...this.shares].map(([path, outputs]) => [path, [...outputs]] as const),
      sizes: [...this.files.sizes],
    };
    [this.built, this.held, this.findings, this.records] = [[], [], [], {}];
    return report;
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
