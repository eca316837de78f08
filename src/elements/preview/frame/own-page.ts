import { scriptFailure } from '../../../core/problem/script-failure.ts';
import { answered } from '../../../facts/states.ts';
import type { FrameNote, FrameView } from '../messages.ts';
import { memoryCookies, memoryStorage } from './memory-storage.ts';

type Report = (is: FrameNote['is'], text: string) => void;

/** Gives a page without an origin what it has none of: storage, cookies, and a person to ask. */
export function standInForPage(report: Report, view: () => FrameView | undefined): void {
  const own = (on: object, name: string, about: PropertyDescriptor) =>
    Object.defineProperty(on, name, { configurable: true, ...about });
  own(window, 'localStorage', { value: memoryStorage() });
  own(window, 'sessionStorage', { value: memoryStorage() });
  own(document, 'cookie', memoryCookies());
  window.alert = (text) => report('asked', String(text));
  window.confirm = (text) => {
    report('asked', String(text));
    return true;
  };
  window.prompt = (text, usual) => {
    report('asked', String(text));
    return usual ?? null;
  };
  // Sent by script a form tells nobody, and what is refused takes the place of the page.
  HTMLFormElement.prototype.submit = function () {
    report('led', this.getAttribute('action') ?? 'this page');
  };
  const { matchMedia } = window;
  window.matchMedia = (query) => {
    const now = view();
    return matchMedia.call(window, now ? answered(query, now) : query);
  };
  const { error } = console;
  console.error = (...said) => {
    const [first] = said;
    // A cast has put its error into words already.
    const isOurs = typeof first === 'string' && first.startsWith('keen-mould: ');
    report('error', isOurs ? first : said.map(wordsOf).join(' '));
    error.apply(console, said);
  };
}

/** Reports scripts that fail, of what was not reached, and of what leads away. */
export function listenForNotes(report: Report): void {
  const failed = (event: Event) => {
    if (event instanceof ErrorEvent) {
      const { message, filename, lineno, error } = event;
      report('error', scriptFailure(message, `${filename}:${lineno} ${error?.stack}`));
    } else if (event.target instanceof Element) {
      // Stand-ins were reported before, and no longer have such an address.
      const { target } = event;
      const address = target.getAttribute('src') ?? target.getAttribute('href') ?? '';
      if (/^https?:/i.test(address)) report('not-reached', address);
    }
  };
  addEventListener('error', failed, { capture: true });
  addEventListener('unhandledrejection', ({ reason }) =>
    report('error', scriptFailure(wordsOf(reason), reason?.stack)),
  );
  addEventListener('securitypolicyviolation', ({ blockedURI }) => {
    if (/^(?:https?|wss?):/.test(blockedURI)) report('not-reached', blockedURI);
  });
  addEventListener('click', (event) => {
    const [target] = event.composedPath() as Element[];
    const link = target?.closest?.('a[href], area[href]');
    const address = link?.getAttribute('href') ?? '';
    if (!link || event.defaultPrevented || /^(?:#|javascript:)/i.test(address)) return;
    event.preventDefault();
    report('led', address);
  });
  addEventListener('submit', (event) => {
    if (event.defaultPrevented) return;
    event.preventDefault();
    report('led', (event.target as HTMLFormElement).getAttribute('action') ?? 'this page');
  });
}

function wordsOf(reason: unknown): string {
  return reason instanceof Error ? reason.message : String(reason);
}
