import { escapeRegExp } from '../../text/escape-reg-exp.ts';
import type { PageUse } from './free-names.ts';

/** Names of the page that lead out of a cast. */
export const leadingOut: ReadonlySet<string> = new Set([
  'document',
  'window',
  'self',
  'globalThis',
  'frames',
  'top',
  'parent',
  '$',
  'jQuery',
  'addEventListener',
  'removeEventListener',
  'dispatchEvent',
  'customElements',
  'Function',
  'setTimeout',
  'setInterval',
  'clearTimeout',
  'clearInterval',
  'requestAnimationFrame',
  'cancelAnimationFrame',
]);

/** What every script has whatever page it is on (ECMAScript, 19), and what no page may take. */
const language =
  /^(?:undefined|NaN|Infinity|arguments|eval|console|is(?:NaN|Finite)|parse(?:Int|Float)|(?:en|de)codeURI(?:Component)?|(?:un)?escape|Object|Array|String|Number|Boolean|Symbol|BigInt|Function|Date|Math|JSON|Intl|RegExp|Promise|Proxy|Reflect|Weak(?:Map|Set|Ref)|FinalizationRegistry|Map|Set|Iterator|Atomics|WebAssembly|\w*Error|\w*Array|(?:Shared)?ArrayBuffer|DataView)$/;

/** Names of a window that browsers have; those that a page cannot do harm with are left alone. */
const platform =
  /^(?:event|name|status|closed|length|origin|opener|location|navigator|history|screen|performance|crypto|caches|indexedDB|(?:local|session)Storage|(?:inner|outer)(?:Width|Height)|scroll(?:X|Y|To|By)?|page[XY]Offset|screen\w+|devicePixelRatio|visualViewport|alert|confirm|prompt|print|open|close|stop|focus|blur|find|moveTo|moveBy|resizeTo|resizeBy|postMessage|matchMedia|getComputedStyle|getSelection|atob|btoa|fetch|queueMicrotask|structuredClone|reportError|createImageBitmap|(?:request|cancel)IdleCallback|setImmediate|Image|Audio|Option|CSS\w*|URL\w*|(?:HTML|SVG|MathML|Webkit|WebKit|webkit|moz|DOM|XML|XSLT|XPath|RTC|Web|IDB|Media|Audio|GPU|Gamepad|Speech|Text|Offscreen|Message|Font)\w*|\w+(?:Event|Observer|Element|List|Collection|Controller|Signal|Stream|Reader|Writer|Context|Buffer|Data|Matrix|Point|Rect|Quad)|Event\w*|Element\w*|Node\w*|Document\w*|Window|Range|Selection|Attr|Comment|CharacterData|Blob|File|Headers|Request|Response|Worker|SharedWorker|Path2D|History|Location|Navigator|Notification|Screen|Storage|TreeWalker|ShadowRoot|StyleSheet|CustomElementRegistry|Crypto\w*|Animation|KeyframeEffect|ActiveXObject|speechSynthesis|frameElement|external|menubar|toolbar|chrome|opera)$/;

/** True for a name that no script of a page has to bring. */
export function isBuiltIn(name: string): boolean {
  return language.test(name) || platform.test(name);
}

/**
 * True for a name that is read from the cast's own window each time: what a script or a library
 * puts there may be there later only.
 */
export function isLive(name: string, { free, assigned, written }: PageUse): boolean {
  if (!free.has(name) || assigned.has(name) || given.has(name)) return false;
  return leadingOut.has(name) ? written.has(name) : !isBuiltIn(name);
}

/** What loaders of modules are asked by; a script that is none of a loader's finds none. */
const loaders = new Set(['define', 'module', 'exports', 'require']);

/** Names that are declared for every script. */
const given = new Set(['mould', ...loaders]);

/** Declares what would else be the page's own: names assigned without a declaration, and loaders. */
export function ownNames({ free, assigned }: PageUse, others: readonly string[]): string[] {
  const own = [...free].filter(
    (name) =>
      loaders.has(name) ||
      (assigned.has(name) && !isBuiltIn(name) && !leadingOut.has(name) && !/^on[a-z]+$/.test(name)),
  );
  // By var, which code that eval runs may declare again.
  const names = own.filter((name) => !others.includes(name));
  return names.length > 0 ? [`var ${names.join(', ')};`] : [];
}

/** True when code speaks of a name as a name, not as the member of something. */
export function speaksOf(code: string, name: string): boolean {
  const literal = escapeRegExp(name);
  return new RegExp(`(?<![\\w$.])${literal}(?![\\w$])`).test(code);
}

/**
 * Keeps code from ending the script element it stands in, or from opening a comment there
 * (HTML Standard, 4.12.1.3). In strings, templates and patterns the backslash changes nothing.
 */
export function endless(script: string): string {
  return script.replace(/<(?=\/script|!--)/gi, '<\\');
}
