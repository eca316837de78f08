import type { Code } from '#wording';
import type { Font, Library } from '../../model/mould.ts';
import { type Finding, finding } from '../../problem/finding.ts';
import { isRemoteAddress } from '../../text/address.ts';
import { type Edit, extentOnLines, type Range, withEdits } from '../../text/edits.ts';
import { indexLines, type LineIndex } from '../../text/line-index.ts';
import { fontsAt } from '../library/fonts.ts';
import {
  bringInstalled,
  type InstalledFiles,
  isLibraryFile,
  type LibraryPart,
  libraryOf,
} from '../library/library.ts';
import { findBare } from './bare-code.ts';
import { codeIn } from './code-in.ts';
import { type Compilers, toScript } from './dialect.ts';
import { isEmbed } from './embeds.ts';
import { integrityOf } from './integrity.ts';
import type { AssetShelf } from './local-files.ts';
import { bringMarkupFiles } from './markup-addresses.ts';
import { asFromPage, type ImportMap, importOf, readImportMap } from './modules.ts';
import { readPageElements } from './page-elements.ts';
import { pageHints } from './page-hints.ts';
import {
  attributeOf,
  elementsInTemplates,
  elementsUnder,
  innerRange,
  isHtml,
  type ParsedPaste,
  parsePaste,
  rangeOf,
  type SourceElement,
  scriptAddress,
} from './page-parts.ts';
import { quirksMark, quirksStyle } from './quirks.ts';
import { withScriptFiles } from './script-addresses.ts';
import { scriptRole } from './script-type.ts';
import { standInFor } from './stand-in.ts';
import { withStyleFiles } from './style-addresses.ts';
import { type StylePart, underMedia } from './style-part.ts';

/** Something of the paste that the mould does not hold. */
export interface Dropped {
  readonly what: string;
  readonly why: string;
  readonly file: string;
  readonly line: number;
}

/** A paste of markup taken apart. The texts are slices of it, in its own order. */
export interface MarkupSplit {
  readonly template: string;
  readonly styles: readonly StylePart[];
  readonly scripts: readonly string[];
  readonly libraries: readonly Library[];
  readonly fonts: readonly Font[];
  /** Names that its modules are imported by. */
  readonly importMap: ImportMap;
  /** Attributes of the document's body, for the root of the widget. */
  readonly page: Readonly<Record<string, string>>;
  /** What the document calls itself. */
  readonly title: string | undefined;
  readonly dropped: readonly Dropped[];
  readonly findings: readonly Finding[];
}

/** What there is beside a snippet. */
export interface Beside {
  readonly shelf: AssetShelf;
  readonly installed: InstalledFiles;
  readonly compilers: Compilers;
}

/**
 * Takes markup apart into template, styles and scripts by cutting, never by printing anew.
 *
 * @param beside what there is beside it, and what of that comes along
 */
export function splitMarkup(file: string, source: string, beside: Beside): MarkupSplit {
  return new MarkupSplitter(file, source, beside).split();
}

class MarkupSplitter {
  private readonly file: string;
  private readonly source: string;
  private readonly lines: LineIndex;
  private readonly paste: ParsedPaste;
  private readonly cuts: (Range & { readonly standIn?: string })[] = [];
  private readonly styles: (StylePart & { start: number })[] = [];
  private readonly scripts: { start: number; text: string }[] = [];
  private readonly libraries: Library[] = [];
  private readonly fonts: Font[] = [];
  private readonly dropped: Dropped[] = [];
  private readonly findings: Finding[] = [];
  private title: string | undefined;
  private importMap: ImportMap = {};

  private readonly shelf: AssetShelf;
  private readonly installed: InstalledFiles;
  private readonly compilers: Compilers;
  private readonly edits: Edit[] = [];

  constructor(file: string, source: string, { shelf, installed, compilers }: Beside) {
    this.compilers = compilers;
    this.file = file;
    this.shelf = shelf;
    this.installed = installed;
    this.source = source;
    this.lines = indexLines(file, source);
    this.paste = parsePaste(source);
    this.cuts.push(...this.paste.pageTags);
  }

  split(): MarkupSplit {
    const { head, topLevel, content } = this.paste;
    for (const element of elementsUnder(head ? head.childNodes : [])) this.takeHead(element);
    for (const element of elementsUnder(topLevel)) {
      if (this.takeContent(element)) continue;
      this.edits.push(...bringMarkupFiles(this.source, element, this.file, this.shelf));
    }
    this.takeTemplates();
    this.takeBare();
    this.styles.push(...pageHints(this.paste.body, this.file, this.shelf));
    if (this.paste.hasQuirks) {
      this.styles.push({ start: -2, ...quirksStyle(this.file) });
      const place = { file: this.file, line: 1, column: 1 };
      this.findings.push(finding('snippet/no-doctype', {}, place));
    }
    const { attributes, handlers, left } = readPageElements(this.paste);
    for (const text of handlers) this.scripts.push({ start: this.source.length, text });
    for (const element of left) this.drop(element, 'it is of a page, not of a widget');
    const cuts = this.cuts.map(({ standIn = '', ...range }) => ({
      ...(standIn ? range : extentOnLines(this.source, range)),
      text: standIn,
    }));
    const inOrder = <P extends { start: number }>(parts: P[]) =>
      parts.sort((a, b) => a.start - b.start);
    return {
      template: withEdits(this.source, content, [...cuts, ...this.edits]),
      styles: inOrder(this.styles),
      scripts: inOrder(this.scripts).map(({ text }) => text),
      libraries: this.libraries,
      fonts: this.fonts,
      importMap: this.importMap,
      page: { ...attributes, ...(this.paste.hasQuirks ? { [quirksMark]: '' } : {}) },
      title: this.title,
      dropped: this.dropped,
      findings: this.findings,
    };
  }

  /**
   * Style in a `<template>` is the page's own once that is cloned, except where it goes into a shadow
   * root; script in one that declares a shadow root runs as it is read.
   */
  private takeTemplates(): void {
    const isShadow = /\battachShadow\b|\bshadowRoot\b/.test(this.source);
    for (const { element, template } of elementsInTemplates(this.paste.topLevel)) {
      const isDeclared = attributeOf(template, 'shadowrootmode') !== undefined;
      if (element.tagName === 'style' && !isDeclared && !isShadow) this.takeStyle(element);
      else if (element.tagName === 'script' && isDeclared) this.takeScript(element);
      else this.edits.push(...bringMarkupFiles(this.source, element, this.file, this.shelf));
    }
  }

  private takeHead(element: SourceElement): void {
    if (this.takeContent(element)) return;
    const inner = innerRange(element);
    if (element.tagName === 'title' && inner) {
      this.title = this.source.slice(inner.start, inner.end).replace(/\s+/g, ' ').trim();
    } else {
      this.drop(element, 'it belongs to a page, not to a widget');
    }
  }

  /** True when the element was cut out of the markup, or is code that has to stay in it. */
  private takeContent(element: SourceElement): boolean {
    if (element.tagName === 'style') return this.takeStyle(element);
    if (element.tagName === 'script') return this.takeScript(element);
    if (!isHtml(element)) return false;
    const rel = attributeOf(element, 'rel') ?? '';
    if (element.tagName === 'link' && /(?:^|\s)stylesheet(?:\s|$)/i.test(rel)) {
      return this.takeLibrary(element, 'style', attributeOf(element, 'href'));
    }
    return false;
  }

  private takeStyle(element: SourceElement): boolean {
    const within = codeIn(this.source, element);
    // In SVG a style element may hold elements; such a one stays where it is, which check reports.
    if (!isHtml(element) && this.source.slice(within?.start, within?.end).includes('<'))
      return true;
    if (!this.cut(element) || !within) return false;
    const hint = `${attributeOf(element, 'type') ?? ''} ${attributeOf(element, 'lang') ?? ''}`;
    this.addStyle(within, hint, attributeOf(element, 'media'));
    return true;
  }

  private takeScript(element: SourceElement): boolean {
    const type = (attributeOf(element, 'type') ?? '').trim();
    const inside = codeIn(this.source, element);
    const written = inside ? this.source.slice(inside.start, inside.end) : '';
    if (type.toLowerCase() === 'importmap') {
      this.importMap = { ...this.importMap, ...readImportMap(written) };
      this.cut(element);
      return true;
    }
    const role = scriptRole(type);
    const hint = `${type} ${attributeOf(element, 'lang') ?? ''}`;
    // Of a type nobody knows the name alone decides: its content may be anything.
    const isCode = role === 'script' || /babel|jsx|tsx|typescript/i.test(hint);
    const start = this.lines.placeAt(inside?.start ?? 0);
    const isCompiled = written.trim() !== '' && isCode;
    const text = isCompiled ? toScript(written, hint, start, this.compilers.script) : written;
    const runs = role === 'script' || text !== written;
    if (!runs && role === 'unknown') this.say('snippet/not-run', { type }, element);
    if (!runs) return true;
    const src = scriptAddress(element);
    if (src !== undefined) {
      if (text.trim() !== '')
        this.drop(element, 'a script that loads another runs nothing of its own', text);
      // Such a script looks for its own tag, to know what to show and where.
      if (isEmbed(this.paste, element, src)) {
        this.say('snippet/embed', { url: src }, element);
        return true;
      }
      if (/^module$/i.test(type) && isRemoteAddress(src)) {
        this.scripts.push({ start: this.cut(element)?.start ?? 0, text: importOf(src) });
        return true;
      }
      return this.takeLibrary(element, 'script', src);
    }
    const inner = this.cut(element, text);
    if (!inner || !inside) return false;
    if (text.trim() === '') this.drop(element, 'there is nothing in it');
    else this.scripts.push({ ...inside, text: withScriptFiles(text, this.file, this.shelf) });
    return true;
  }

  private takeLibrary(element: SourceElement, part: LibraryPart, url: string | undefined): boolean {
    const code = part === 'script' && url ? this.shelf.find(this.file, url)?.file.text : '';
    const range = this.cut(element, code);
    if (!range) return true;
    if (!url?.trim()) {
      this.drop(element, 'it names no file to load');
      return true;
    }
    if (this.takeLocal(element, range, part, url)) return true;
    const fonts = part === 'style' ? fontsAt(url.trim()) : [];
    if (fonts.length > 0) {
      this.fonts.push(...fonts);
      this.say('snippet/remote-file', { url: url.trim() }, element);
      return true;
    }
    const library = { ...libraryOf(url.trim(), part), ...integrityOf(element) };
    const brought = bringInstalled(library, part, this.installed, this.shelf);
    this.libraries.push(brought ?? library);
    if (brought) {
      const { name, version = '' } = brought;
      this.say('snippet/vendored', { url: url.trim(), name, version }, element);
      return true;
    }
    this.say(
      isRemoteAddress(url) ? 'snippet/remote-file' : 'snippet/local-file',
      { url: url.trim() },
      element,
    );
    return true;
  }

  /** A sheet or script beside the snippet is part of it, unless it is plainly a library. */
  private takeLocal(
    element: SourceElement,
    { start }: Range,
    part: LibraryPart,
    url: string,
  ): boolean {
    const found = this.shelf.find(this.file, url);
    if (!found) return false;
    const { path, file } = found;
    // Libraries stand before the snippet's own style, so a sheet that comes after some is its own.
    const isLast = part === 'style' && this.styles.some((one) => one.start < start);
    if (file.text === undefined || (!isLast && isLibraryFile(path, part))) {
      const name = path.slice(path.lastIndexOf('/') + 1);
      const place =
        part === 'style' && file.text !== undefined
          ? this.shelf.addText(name, withStyleFiles(file.text, path, this.shelf))
          : (this.shelf.bring(this.file, url) ?? url);
      this.libraries.push({ ...libraryOf(path, part), [part]: place });
      return true;
    }
    this.shelf.keepSource(path, file);
    if (part === 'script') {
      const code = withScriptFiles(file.text, path, this.shelf);
      this.scripts.push({ start, text: asFromPage(code, path, this.file) });
    } else {
      const text = withStyleFiles(file.text, path, this.shelf);
      const { placeAt } = indexLines(path, file.text);
      const sheet = underMedia({ text, hint: path, placeAt }, attributeOf(element, 'media'));
      this.styles.push({ start, ...sheet });
    }
    return true;
  }

  private takeBare(): void {
    for (const { language, ...range } of findBare(this.source, this.paste.topLevel)) {
      if (language === 'css') this.addStyle(range);
      else this.scripts.push({ ...range, text: this.source.slice(range.start, range.end) });
      this.cuts.push(range);
      const code = language === 'css' ? 'snippet/bare-css' : 'snippet/bare-script';
      this.findings.push(finding(code, {}, this.lines.placeAt(range.start)));
    }
  }

  private addStyle({ start, end }: Range, hint = '', media?: string): void {
    const text = withStyleFiles(this.source.slice(start, end), this.file, this.shelf);
    const placeAt = (offset: number) => this.lines.placeAt(start + offset);
    this.styles.push({ start, ...underMedia({ text, hint, placeAt }, media) });
  }

  /** @param content what goes with the start tag, where that is more than nothing */
  private drop(element: SourceElement, why: string, content = ''): void {
    const at = element.sourceCodeLocation;
    if (!at) return;
    const tag = at.startTag ?? at;
    const what = this.source.slice(tag.startOffset, tag.endOffset).replace(/\s+/g, ' ');
    const { line } = this.lines.placeAt(at.startOffset);
    this.dropped.push({ what: what + content, why, file: this.file, line });
    this.say('snippet/page-part', { what, why }, element);
  }

  /** @param code the script that it is the tag of, which may have to find its place */
  private cut(element: SourceElement, code = ''): Range | undefined {
    const range = rangeOf(element);
    if (range) this.cuts.push({ ...range, standIn: standInFor(element, code) });
    return innerRange(element) ?? range;
  }

  private say<C extends Code>(
    code: C,
    data: Parameters<typeof finding<C>>[1],
    element: SourceElement,
  ): void {
    const offset = element.sourceCodeLocation?.startOffset ?? 0;
    this.findings.push(finding(code, data, this.lines.placeAt(offset)));
  }
}
