import type { PageUse } from './free-names.ts';
import { isLive } from './names-in-reach.ts';
import { lookedUp, type PageMembers, pageMembersOf } from './page-members.ts';
import { addingParts } from './runtime-parts.ts';
import { literalText } from './syntax.ts';

/** What a cast's own document and window are made of. */
export interface Confining {
  /** Parts of the code that ships to pages. */
  readonly parts: readonly string[];
  /** Of these, those that add to its document and window. */
  readonly adds: readonly string[];
  /** Members that are the page's own; undefined where all may be asked for. */
  readonly document?: readonly string[];
  readonly window?: readonly string[];
}

/** What it is decided by. */
export interface ConfiningSource {
  /** What the script and its inline handlers ask for. */
  readonly uses: readonly PageUse[];
  /** All code, with that of libraries. */
  readonly all: string;
  /** The code as it ships. */
  readonly code: string;
  /** Names that the script is given. */
  readonly names: readonly string[];
  /** True for libraries that came along, which may ask for anything. */
  readonly hasLibraries: boolean;
  readonly hasJquery: boolean;
  /** True for libraries that are loaded from elsewhere. */
  readonly isGiven: boolean;
  readonly hasIds: boolean;
  /** Names that the script itself declares. */
  readonly own: ReadonlySet<string>;
  readonly hasSlots: boolean;
  /** True where fields hold selectors of elements of the host. */
  readonly hasTargets: boolean;
  /** True where the root has attributes of the author's body. */
  readonly hasAttributes: boolean;
}

const looks = /^(?:querySelector(?:All)?|getElementById|body|documentElement|head)$/;
const listens = /^(?:(?:add|remove)EventListener|dispatchEvent)$/;
const handles = /^on[a-z]+$/;
const timed = /^(?:(?:set|clear)(?:Timeout|Interval)|(?:request|cancel)AnimationFrame)$/;

/** The parts that bring members of a document or a window. */
const bringing: readonly (readonly [part: string, document: RegExp, window: RegExp])[] = [
  ['listen', /^(?:(?:add|remove)EventListener|dispatchEvent|on[a-z]+)$/, listens],
  ['on', handles, handles],
  ['say', /^dispatchEvent$/, /^dispatchEvent$/],
  ['timers', /^$/, timed],
  ['tags', /^getElementsByTagName$/, /^$/],
  ['classes', /^getElementsByClassName$/, /^$/],
  ['names', /^getElementsByName$/, /^$/],
  ['forms', /^(?:forms|images|links)$/, /^$/],
  ['writing', /^(?:write(?:ln|At)?|open|close)$/, /^$/],
  ['focus', /^activeElement$/, /^$/],
  ['elements', /^$/, /^customElements$/],
];

/** Members of a document that are the page's own, of which there is one of each. */
const ofPage =
  /^(?:create\w+|import\w+|adopt\w+|hidden|visibilityState|readyState|title|cookie|location|URL|referrer|domain|dir|charset|characterSet|compatMode|currentScript|scrollingElement|fullscreen\w*|exitFullscreen|pictureInPicture\w*|exitPictureInPicture|pointerLockElement|exitPointerLock|hasFocus|execCommand|queryCommand\w+|getSelection|fonts|timeline|lastModified|designMode|elementFromPoint|elementsFromPoint|caret\w+|startViewTransition|styleSheets|implementation|doctype|scripts)$/;

/** What code that hands its page on is known to make use of, by its own words. */
const spoken: readonly (readonly [part: string, words: RegExp])[] = [
  ['on', /\bon[a-z]+\b/],
  ['say', /\bdispatchEvent\b/],
  ['timers', /\b(?:set(?:Timeout|Interval)|requestAnimationFrame)\b/],
  ['tags', /\bgetElementsByTagName\b/],
  ['classes', /\bgetElementsByClassName\b/],
  ['names', /\bgetElementsByName\b/],
  [
    'forms',
    /\b(?:forms|images|links)\b|\bdocument\s*(?:\[|\.\s*[a-z]+\s*\.\s*(?:elements|submit|reset|value))/,
  ],
  ['writing', /\bwrite(?:ln|At)?\b|\bdocument\.open\b/],
  ['focus', /\bactiveElement\b/],
  ['frames', /\bdefaultView\b|\bgetComputedStyle\b|\b(?:window|self|win)\.(?:top|parent|frames)\b/],
  ['elements', /\bcustomElements\b/],
  ['evals', /\bFunction\s*\(|\(\s*0\s*,\s*eval\s*\)|\b(?:window|self|globalThis)\.eval\b/],
];

/** What shows that jQuery is asked for more of the page than to be ready. */
const hearsPage =
  /\b(?:\$|jQuery)\(\s*(?:window|['"](?:body|html))|(?:\$|jQuery)\(\s*document\s*\)\s*\.\s*(?!ready)/;

/** Decides which parts a script needs, and what of its page it is given by name. */
export function confiningOf(source: ConfiningSource): Confining {
  const {
    uses,
    all,
    code,
    names,
    hasLibraries,
    hasJquery,
    isGiven,
    hasIds,
    hasSlots,
    hasTargets,
    own,
    hasAttributes,
  } = source;
  if (names.length === 0 && !hasLibraries && !hasJquery) {
    return { parts: code.includes('mould.own(') ? ['confine', 'selectors'] : [], adds: [] };
  }
  const members = hasLibraries ? undefined : membersIn(uses, names, own);
  const needed = new Set(
    members ? partsBringing(members) : ['listen', ...partsSpokenOf(all, names)],
  );
  if (hasJquery ? hearsPage.test(all) : meansPage(all)) needed.add('listen');
  if (needed.has('on')) needed.add('listen');
  if (needed.has('listen')) {
    if (usesKeys(all)) needed.add('keys');
    if (/DOMContentLoaded|\bload\b|onload|ready|pageshow/.test(all)) needed.add('late');
  }
  if (hasSlots) needed.add('slotted');
  if (hasTargets) needed.add('targets');
  if (isGiven) needed.add('given');
  if (/\bdocument\.scripts?At\(/.test(code)) needed.add('scripts');
  if (bringsJquery(all)) needed.add('bundled');
  if (/\bradio\b/.test(all)) needed.add('radios');
  if (makesStyle(all)) needed.add('styles');
  const isOpen = members === undefined;
  const natives = members && nativesOf(members);
  const isNamed = natives && Object.values(natives).some((some) => some.length > 0);
  if (isOpen) needed.add('open');
  else if (isNamed) needed.add('named');
  const adds = addingParts.filter((part) => needed.has(part));
  const isAny = isOpen || hasJquery;
  const selects = (mark: RegExp) => uses.some((use) => looksUp(use, mark));
  const hasOwn = code.includes('mould.own(');
  const asIds = hasOwn || (hasIds && (isAny || hasLibraries || selects(/[#[]/)));
  const asPage = hasLibraries || (meansPage(all) && (isAny || hasOwn || selects(pagePart)));
  return {
    parts: [
      ...(isOpen ? ['facade'] : []),
      'confine',
      ...(asIds ? ['selectors'] : []),
      ...(asPage ? ['bodies'] : []),
      ...(tellsLists.test(all) ? ['lists'] : []),
      ...(hasAttributes || (isAny && meansPage(all)) ? ['attributed'] : []),
      ...adds,
    ],
    adds,
    ...natives,
  };
}

/** What is asked for by name; undefined where that cannot be told, or where a name is no page's. */
function membersIn(
  uses: readonly PageUse[],
  names: readonly string[],
  own: ReadonlySet<string>,
): PageMembers | undefined {
  const document = new Set<string>();
  const window = new Set(
    names.filter((name) => !/^(?:document|window|self|globalThis|\$|jQuery)$/.test(name)),
  );
  for (const use of uses) {
    const asked = pageMembersOf(use);
    if (!asked) return undefined;
    for (const name of asked.document) document.add(name);
    for (const name of asked.window) window.add(name);
    for (const name of use.free) {
      if (!own.has(name) && (isLive(name, use) || isHandler(name, use))) window.add(name);
    }
  }
  if (['frames', 'top', 'parent'].some((name) => window.has(name))) return undefined;
  const isKnown = (name: string) =>
    looks.test(name) || ofPage.test(name) || bringing.some(([, one]) => one.test(name));
  return [...document].every(isKnown) ? { document, window } : undefined;
}

function isHandler(name: string, { assigned }: PageUse): boolean {
  return handles.test(name) && assigned.has(name);
}

function partsBringing({ document, window }: PageMembers): string[] {
  return bringing.flatMap(([part, ofDocument, ofWindow]) =>
    [...document].some((one) => ofDocument.test(one)) ||
    [...window].some((one) => ofWindow.test(one))
      ? [part]
      : [],
  );
}

function partsSpokenOf(all: string, names: readonly string[]): string[] {
  const isFramed = names.some((name) => /^(?:top|parent|frames)$/.test(name));
  return [
    ...spoken.flatMap(([part, words]) => (words.test(all) ? [part] : [])),
    ...(isFramed ? ['frames'] : []),
  ];
}

/** Members that no part brings. */
function nativesOf({ document, window }: PageMembers): Pick<Confining, 'document' | 'window'> {
  const others = (names: ReadonlySet<string>, of: 1 | 2) =>
    [...names].filter((name) => !bringing.some((one) => one[0] !== 'on' && one[of].test(name)));
  return {
    document: others(document, 1).filter((name) => !looks.test(name)),
    window: others(window, 2),
  };
}

/** What tells a list of the page from an array. */
const tellsLists = /\b(?:NodeList|HTMLCollection|isArray)\b|toString\.call|\.item\(/;

/** A part of the page in a selector. */
const pagePart = /(?:^|[\s>+~,(])(?:html|body|head|:root)(?![\w-])/i;

/** True for code that looks up elements by selectors of some sort, or by any. */
function looksUp(use: PageUse, sort: RegExp): boolean {
  return lookedUp(use).some((selector) => {
    const text = literalText(selector);
    return text === undefined || sort.test(text);
  });
}

/** True for code that hears of keys, and not only of the one that closes whatever is open. */
function usesKeys(code: string): boolean {
  const others =
    /['"`](?:Arrow\w+|Up|Down|Left|Right|Enter|Tab|Home|End|Page\w+|Space\w*|Delete|Backspace|.)['"`]|\b(?:keyCode|which|code)\b|(?<!\.)\bkey\b(?!\s*[!=]==?)/;
  return /key(?:down|up|press)\b/i.test(code) && others.test(code);
}

/** True for a bundle with jQuery in it, which it puts on its window. */
export function bringsJquery(code: string): boolean {
  return /\bjquery\s*:\s*["'`\w]/.test(code) && /\.jQuery\s*=/.test(code);
}

/** True where code may put rules of its own on the page. */
function makesStyle(code: string): boolean {
  return /createElement\(\s*['"`]style|<style|\bhead\b|stylesheet/i.test(code);
}

/** True where code means the body or the root of its page, so that the cast needs a box for them. */
export function meansPage(code: string): boolean {
  return /\b(?:documentElement|document\s*\.\s*(?:body|head))\b|['"`(,\s](?:html|body|head)\b|:root\b/.test(
    code,
  );
}
