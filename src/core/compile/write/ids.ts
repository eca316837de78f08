import type { Scope, Write } from '../template/scope.ts';
import type { IdRule } from './plan.ts';

/** What the value of an attribute is, as far as it speaks of ids. */
export type IdPart = 'token' | 'tokens' | 'hash' | 'time' | 'url';

const patterns: Readonly<Record<IdPart, RegExp>> = {
  token: /^()(\S+)\s*$/g,
  tokens: /()([^\t\n\f\r ]+)/g,
  hash: /^(\s*#)([^\s]+)\s*$/g,
  time: /(^|[;\s])([\w-]+)(?=\.[a-z])/gi,
  url: /(url\(\s*(?:["']|&quot;|&#39;)?#)([\w.:-]+)/g,
};

/** The ids that a value speaks of, and where each ends. */
export function tokensIn(text: string, part: IdPart): { token: string; end: number }[] {
  return [...text.matchAll(patterns[part])].map(({ index, 1: before = '', 2: token = '' }) => ({
    token,
    end: index + before.length + token.length,
  }));
}

/** A written attribute with the cast's own ids in it. */
export function withOwnIds(write: Write, { part, own }: IdRule): Write {
  const isOwn = own && new Set(own);
  return (scope: Scope) => {
    const text = write(scope);
    if (!scope.suffix || text === '') return text;
    const from = text.indexOf('=') + 2;
    const value = text.slice(from, -1);
    let out = text.slice(0, from);
    let done = 0;
    for (const { token, end } of tokensIn(value, part)) {
      if (isOwn && !isOwn.has(token)) continue;
      out += value.slice(done, end) + scope.suffix;
      done = end;
    }
    return out + value.slice(done) + text.slice(-1);
  };
}

/** The custom property that stands for `url(#id)` of this cast in style. */
export function urlProperty(id: string): string {
  return `--km-url-${id}`;
}
