import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { PageFinding } from '../../core/compose/compose-page.ts';
import { type HostPage, hostPage } from '../../core/compose/host-page.ts';
import type { PageFile } from '../../core/compose/page-file.ts';
import { readCastFile } from '../../core/model/cast-file.ts';
import { type JsonObject, type JsonPath, parseJson } from '../../core/model/json-source.ts';
import { isRemoteAddress } from '../../core/text/address.ts';
import type { SharedFolder } from './shared-folder.ts';

/** The files of a site that pages name, each read once. */
export class SiteFiles {
  private readonly files: SharedFolder;
  private readonly hosts = new Map<string, HostPage | undefined>();
  private readonly values = new Map<string, JsonObject | undefined>();

  constructor(files: SharedFolder) {
    this.files = files;
  }

  async hostOf({ host }: PageFile, here: string): Promise<HostPage | undefined> {
    if (host === undefined) return undefined;
    const path = join(here, host);
    if (!this.hosts.has(path)) {
      const text = await readFile(path, 'utf8').catch(() => undefined);
      this.hosts.set(path, text === undefined ? undefined : hostPage(text));
    }
    return this.hosts.get(path);
  }

  async stylesOf(
    { styles = [] }: PageFile,
    here: string,
    prefix: string,
    say: (path: string, called: string, at: JsonPath) => void,
  ): Promise<string[]> {
    const placed: string[] = [];
    for (const [at, style] of styles.entries()) {
      const isRemote = isRemoteAddress(style);
      const taken = isRemote ? undefined : await this.files.addSheet(join(here, style));
      if (isRemote) placed.push(style);
      else if (taken) placed.push(prefix + taken);
      else say(style, 'is listed under styles', ['styles', at]);
    }
    return placed;
  }

  /** The values of a shared file; undefined where there is none that can be read. */
  async valuesIn(path: string, faults: PageFinding[]): Promise<JsonObject | undefined> {
    if (this.values.has(path)) return this.values.get(path);
    const text = await readFile(path, 'utf8').catch(() => undefined);
    if (text === undefined) return undefined;
    const { cast, findings } = readCastFile(parseJson(path, text));
    faults.push(...findings);
    this.values.set(path, cast?.values);
    return cast?.values;
  }
}
