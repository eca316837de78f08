import MagicString from 'magic-string';
import type { Mould } from '../../model/mould.ts';
import { hashOf, textOf } from '../../text/utf8.ts';
import { noNames } from '../style/page-names.ts';
import { isClassicOnly } from './classic.ts';
import { type PageUse, readPageUse, withWindowNames } from './free-names.ts';
import { endless, isLive, leadingOut, ownNames } from './names-in-reach.ts';
import { applyEdits, ownSelectors, pageEdits, type ScriptEdit } from './page-edits.ts';
import { parseScript } from './parse-script.ts';
import { globalNames } from './read-script.ts';
import { accessors, knownOutside, takenUp } from './window-names.ts';

/** A library whose text came along, as a function that can be run inside a cast's confinement. */
export interface LibraryCode {
  /** The same for the same text, whichever mould brings it. */
  readonly key: string;
  /** True for one that works for a whole page, and is run there once. */
  readonly once: boolean;
  /** Names of the page that it is given its own of. */
  readonly names: readonly string[];
  readonly code: string;
  /** True for code that cannot stand in a module. */
  readonly isClassic: boolean;
  readonly text: string;
}

/** A library with what it asks of the page. */
export interface ReadLibrary {
  readonly library: LibraryCode;
  readonly use: PageUse;
}

/**
 * The libraries of a mould whose files came along. jQuery is shared by a page, and so is what asks
 * nothing of the document; all others look for elements of their own, and are run once a cast.
 *
 * @param others what the mould's own code asks of the page, which a library may declare
 */
export function libraryCodes(
  mould: Mould,
  hasIds: boolean,
  others: readonly PageUse[],
): ReadLibrary[] {
  const found = (mould.manifest.libraries ?? []).flatMap(
    ({ name, version = '', script, provides }) => {
      const file = script === undefined ? undefined : fileAt(mould, script);
      if (file === undefined) return [];
      const text = textOf(file);
      return [{ name, version, provides, text, use: readPageUse(parseScript(text)) }];
    },
  );
  const uses = [...others, ...found.map(({ use }) => use)];
  return found.map(({ name, version, provides, text, use: written }) => {
    const isOutside = knownOutside(
      written,
      uses.filter((one) => one !== written),
    );
    const use = withWindowNames(written, isOutside);
    const isJquery = provides === 'jQuery';
    const isPlugin = !isJquery && (use.free.has('jQuery') || /\$\.fn\b/.test(text));
    const isBlind = !/\bdocument\b/.test(text) || /customElements\s*\.\s*define/.test(text);
    const names = [...use.free].filter((one) => leadingOut.has(one) && !isLive(one, use));
    const once = isJquery || (isBlind && !isPlugin);
    const setting = { use, script: text, hasIds: false, names: noNames, own: new Set<string>() };
    const edits = [...pageEdits(setting), ...(hasIds && !once ? ownSelectors(setting) : [])];
    const code = wrapLibrary(text, use, names, edits, isOutside);
    const key = `${name}@${version}-${hashOf(code.code)}`;
    const isClassic = isClassicOnly(code.code);
    return { library: { key, once, ...code, isClassic, text }, use };
  });
}

/** The file of a mould that an address means, if it is one of its own. */
export function fileAt({ files }: Mould, address: string): string | Uint8Array | undefined {
  const path = address.replace(/[?#].*$/, '');
  if (!path.startsWith('assets/')) return undefined;
  return files[path] ?? files[decodeURI(path)];
}

/** A library as a function of its page's names; what it declares is put where others look for it. */
function wrapLibrary(
  text: string,
  use: PageUse,
  names: readonly string[],
  edits: readonly ScriptEdit[],
  isOutside: (name: string) => boolean,
): Pick<LibraryCode, 'names' | 'code'> {
  const { program } = use;
  const made = program ? [...new Set(globalNames(program))].filter(isOutside) : [];
  const taken = program ? takenUp(program, made) : [];
  const given = names.includes('window') ? names : [...names, 'window'];
  const edited = new MagicString(text);
  applyEdits(edited, edits);
  const code = [
    [
      `function (${['mould', ...given].join(', ')}) {`,
      ...ownNames(use, []),
      '(function () {',
      ...taken,
      ...(made.length > 0 ? [accessors(made)] : []),
    ].join(' '),
    edited.toString().trimEnd(),
    '}).call(this) }',
  ];
  return { names: given, code: endless(code.join('\n')) };
}
