import type { Reached } from '../../../core/preview/confinement.ts';
import { hostOf, originOf } from '../../../core/text/address.ts';
import { escapeRegExp } from '../../../core/text/escape-reg-exp.ts';
import { standInPage, standInPicture } from './stand-ins.ts';

/** What becomes of an address in a frame. */
type Answer =
  | { readonly is: 'kept' }
  | { readonly is: 'own'; readonly address: string }
  | { readonly is: 'not-reached'; readonly name: string };

/** Attributes that an element loads something by. */
const loading: Readonly<Record<string, readonly string[]>> = {
  img: ['src', 'srcset'],
  source: ['src', 'srcset'],
  input: ['src'],
  image: ['href'],
  video: ['src', 'poster'],
  audio: ['src'],
  track: ['src'],
  embed: ['src'],
  iframe: ['src'],
  script: ['src'],
  link: ['href'],
  object: ['data'],
  use: ['href'],
};

export const loadingAttributes = ['src', 'srcset', 'href', 'poster', 'data'];

/** Gives what a frame shows the addresses of a mould's own files, and a stand-in for all others. */
export class Addresses {
  private readonly own = new Map<string, string>();
  private patterns: readonly [RegExp, string][] = [];
  private readonly reached: Reached;
  private readonly report: (name: string) => void;

  constructor(assets: ReadonlyMap<string, Blob>, reached: Reached, report: (name: string) => void) {
    this.reached = reached;
    this.report = report;
    this.add(assets);
  }

  /** Makes more files known; those that are stay where they are. */
  add(assets: ReadonlyMap<string, Blob>): void {
    for (const [path, blob] of assets) {
      if (!this.own.has(path)) this.own.set(path, URL.createObjectURL(blob));
    }
    const longestFirst = [...this.own].sort(([a], [b]) => b.length - a.length);
    this.patterns = longestFirst.flatMap(([path, address]) =>
      [...new Set([path, encodeURI(path)])].map((one): [RegExp, string] => [
        new RegExp(`(?<![\\w./-])(?:\\./)?${escapeRegExp(one)}(?![\\w.-])`, 'g'),
        address,
      ]),
    );
  }

  /** Text of markup, style or script that names the mould's own files, with their addresses. */
  inText(text: string): string {
    return this.patterns.reduce((out, [pattern, address]) => out.replace(pattern, address), text);
  }

  /** Looks through some content, before it is in the page or after. */
  inContent(content: ParentNode): void {
    for (const name of Object.keys(loading)) {
      for (const element of content.querySelectorAll(name)) this.inElement(element);
    }
    for (const one of content.querySelectorAll('template')) this.inContent(one.content);
  }

  inElement(element: Element): void {
    for (const name of loading[element.localName] ?? []) {
      const value = element.getAttribute(name) ?? '';
      if (
        value === '' ||
        (element.localName === 'link' &&
          !/stylesheet|icon/i.test(element.getAttribute('rel') ?? ''))
      )
        continue;
      if (name === 'srcset') this.inSet(element, value);
      else this.inAttribute(element, name, value);
    }
  }

  private inAttribute(element: Element, name: string, value: string): void {
    const answer = this.answer(value);
    if (answer.is === 'kept') return;
    if (answer.is === 'own') {
      element.setAttribute(name, answer.address);
      return;
    }
    this.report(value);
    const isPicture = /^(?:img|image|input)$/.test(element.localName) || name === 'poster';
    if (isPicture) element.setAttribute(name, standInPicture(element, answer.name));
    else {
      element.removeAttribute(name);
      if (element instanceof HTMLIFrameElement) element.srcdoc = standInPage(answer.name);
      if (element instanceof HTMLVideoElement && !element.poster) {
        element.poster = standInPicture(element, answer.name);
      }
    }
  }

  private inSet(element: Element, value: string): void {
    const parts = value.split(/,\s+/).map((one) => {
      const [address = '', ...size] = one.trim().split(/\s+/);
      const answer = this.answer(address);
      if (answer.is === 'not-reached') return undefined;
      return [answer.is === 'own' ? answer.address : address, ...size].join(' ');
    });
    const left = parts.filter((one) => one !== undefined).join(', ');
    if (left === value) return;
    if (left === '') element.removeAttribute('srcset');
    else element.setAttribute('srcset', left);
  }

  private answer(address: string): Answer {
    const plain = address.trim();
    if (/^(?:#|data:|blob:|about:|javascript:)/i.test(plain)) return { is: 'kept' };
    const own =
      this.own.get(plain) ??
      this.own.get(decoded(plain.replace(/^(?:\.\/)+/, '').replace(/[?#].*$/, '')));
    if (own !== undefined) return { is: 'own', address: own + (/#.*$/.exec(plain)?.[0] ?? '') };
    const { origins, files, modules } = this.reached;
    if (files.includes(plain)) return { is: 'kept' };
    const origin = originOf(plain);
    if (origin === undefined) return { is: 'not-reached', name: plain };
    const isDeclared = origins.includes(origin) || modules.includes(origin);
    if (!isDeclared) return { is: 'not-reached', name: hostOf(plain) ?? plain };
    // What stands for the page's address here has no scheme to go by.
    return plain.startsWith('//') ? { is: 'own', address: `https:${plain}` } : { is: 'kept' };
  }
}

function decoded(address: string): string {
  try {
    return decodeURI(address);
  } catch {
    return address;
  }
}
