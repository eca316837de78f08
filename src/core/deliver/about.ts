import type { Cast } from '../compile/cast.ts';

/** What some code is, whose, and on what terms, for whoever finds it on a page: one line. */
export function aboutCasts(casts: readonly Cast[]): string {
  const moulds = new Map(casts.map((cast) => [cast.mould, cast]));
  const all = [...moulds.values()].map(aboutMould).join('; ');
  return asComment(casts.length === 1 ? all : `${all}, ${casts.length} casts`);
}

function aboutMould({ mould, title, version, origin, script }: Cast): string {
  const effects = script?.effects ?? [];
  const { author, url, licence } = origin;
  return [
    title === mould ? `${mould} ${version}` : `${title} (${mould} ${version})`,
    ...(author ? [`by ${author}`] : []),
    ...(url ? [url] : []),
    ...(licence ? [`licence ${licence}`] : []),
    ...(effects.length > 0 ? [`shares with the page: ${effects.join(', ')}`] : []),
  ].join(', ');
}

/** Text that ends a comment of none of the three languages. */
function asComment(text: string): string {
  return text
    .replace(/\s+/g, ' ')
    .replace(/-(?=-)/g, '- ')
    .replace(/\*\//g, '* /')
    .replace(/<(?=[!/])/g, '< ')
    .replace(/[->]$/, '');
}
