import { readManifest } from '../core/model/manifest.ts';
import type { Mould } from '../core/model/mould.ts';
import type {
  FolderState,
  PageData,
  SentMould,
  SentPreview,
} from '../core/preview/preview-talk.ts';

/** Asks the server that the page came from. */
export class Server {
  private readonly home: string;
  private readonly token: string;
  private readonly bytes = new Map<string, Uint8Array>();

  constructor({ name, token }: PageData) {
    this.home = `/${encodeURIComponent(name)}/`;
    this.token = token;
  }

  /** Calls back with each state of the folder; with undefined when the server has gone. */
  follow(see: (state: FolderState | undefined) => void): void {
    const events = new EventSource(`${this.home}events`);
    events.onmessage = ({ data }) => see(JSON.parse(data) as FolderState);
    events.onerror = () => see(undefined);
  }

  /** The page and the style of a site that the moulds are to be tried in; '' for none. */
  async around(): Promise<{ readonly page: string; readonly style: string }> {
    const answer = await fetch(`${this.home}around`);
    return answer.ok ? answer.json() : { page: '', style: '' };
  }

  /** The last version that could be cast, with the moulds that its samples have in their slots. */
  async mould(): Promise<{ readonly mould?: Mould; readonly placed: readonly Mould[] }> {
    const answer = await fetch(`${this.home}mould`);
    const { mould, placed } = (await answer.json()) as SentPreview;
    const [own, ...others] = await Promise.all([mould, ...placed].map((one) => this.received(one)));
    return { ...(own ? { mould: own } : {}), placed: others.filter((one) => one !== undefined) };
  }

  /** Files that were there before are not sent again. */
  private async received(sent: SentMould): Promise<Mould | undefined> {
    const { files, manifestText, ...texts } = sent;
    const { manifest } = readManifest(manifestText);
    if (!manifest) return undefined;
    const all = Object.entries(files).map(async ([path, digest]) => {
      const known = this.bytes.get(digest) ?? (await this.file(digest));
      this.bytes.set(digest, known);
      return [path, known] as const;
    });
    return { manifest, manifestText, ...texts, files: Object.fromEntries(await Promise.all(all)) };
  }

  /**
   * Writes a sample into the mould's folder.
   *
   * @returns false where there is one of that name and it is not to be replaced
   */
  async writeSample(name: string, cast: unknown, isReplaced: boolean): Promise<boolean> {
    const answer = await this.put(
      `samples/${encodeURIComponent(name)}${isReplaced ? '?replace' : ''}`,
      `${JSON.stringify(cast, null, 2)}\n`,
    );
    if (answer.status === 409) return false;
    if (!answer.ok) throw new Error(await answer.text());
    return true;
  }

  /** Writes a file into the mould's assets; gives the path it has there. */
  async writeAsset(file: File): Promise<string> {
    const answer = await this.put(`assets/${encodeURIComponent(file.name)}`, file);
    if (!answer.ok) throw new Error(await answer.text());
    return answer.text();
  }

  private put(path: string, body: BodyInit): Promise<Response> {
    return fetch(this.home + path, { method: 'PUT', headers: { 'x-token': this.token }, body });
  }

  private async file(digest: string): Promise<Uint8Array> {
    const answer = await fetch(`${this.home}files/${digest}`);
    return new Uint8Array(await answer.arrayBuffer());
  }
}
