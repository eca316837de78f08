import { cleanHtml } from '#clean-html';
import { literalText, type ScriptNode, type Syntax } from '../../../compile/script/syntax.ts';
import { type Atom, proposalOf, replaced, type Spoken } from '../atom.ts';
import { isContent } from '../markup/is-content.ts';
import type { ScriptDetector } from './detector.ts';
import { literalAtom } from './literal.ts';
import { type ShownAt, shownAt } from './shown-at.ts';

/** Texts and addresses that the script puts into the page, whole or in parts. */
export const shownTexts: ScriptDetector = ({ script }) => {
  const isJquery = /\b(?:jQuery|\$)\s*\(/.test(script.text);
  const whole = ['Literal', 'TemplateLiteral'].flatMap((type) =>
    script.of(type).flatMap((one): Atom[] => {
      const text = literalText(one.node);
      if (text === undefined || text.trim() === '') return [];
      const where = shownAt(one, isJquery);
      return where ? wholeAtom(script.text, one, text, where) : [];
    }),
  );
  const parts = script.of('TemplateLiteral').flatMap((one): Atom[] => {
    const where = literalText(one.node) === undefined ? shownAt(one, isJquery) : undefined;
    return where ? partAtoms(script.text, one.node, where) : [];
  });
  return [...whole, ...parts].map(proposalOf);
};

function wholeAtom(
  source: string,
  { node }: ScriptNode,
  text: string,
  { as, name, isPart }: ShownAt,
): Atom[] {
  const why = as === 'address' ? 'an address that the script sets' : 'text that the script shows';
  if (as === 'address') {
    if (isPart) return [];
    const atom = literalAtom(node, name, { names: [name, 'address'], weight: 0.8, why });
    return atom ? [atom] : [];
  }
  if (!isShown(text) || /[<>{}]/.test(text)) return [];
  const core = text.trim();
  const [before, after] = blanksAround(text);
  // Blanks at its ends belong to what it is joined with, not to the words.
  const quoted = (blank: string) => (blank === '' ? '' : `'${blank.replace(/\n/g, '\\n')}'`);
  const draft = ({ path }: Spoken) =>
    [quoted(before), `mould.values.${path}`, quoted(after)].filter((one) => one !== '').join(' + ');
  const range = { start: node.start, end: node.end };
  const isRaw = source.slice(node.start + 1, node.end - 1) === text;
  return isRaw ? [shownAtom(core, as, why, replaced('script', 'literal', range, draft))] : [];
}

/** The words of a template between its holes; in markup those between its tags. */
function partAtoms(source: string, node: Syntax, { as }: ShownAt): Atom[] {
  if (as === 'address') return [];
  let isInTag = false;
  return (node.quasis as Syntax[]).flatMap((quasi): Atom[] => {
    const raw = source.slice(quasi.start, quasi.end);
    if (/[\\`]/.test(raw)) return [];
    const runs: { text: string; start: number }[] = [];
    let from = 0;
    const end = (at: number) => {
      if (!isInTag && at > from) {
        runs.push({ text: raw.slice(from, at), start: quasi.start + from });
      }
    };
    for (let at = 0; at < raw.length; at += 1) {
      if (as === 'text' || !/[<>]/.test(raw[at] as string)) continue;
      end(at);
      isInTag = raw[at] === '<';
      from = at + 1;
    }
    end(raw.length);
    return runs.flatMap(({ text, start }): Atom[] => {
      if (!isShown(text) || /[&{}]/.test(text)) return [];
      const [before] = blanksAround(text);
      const core = text.trim();
      const range = { start: start + before.length, end: start + before.length + core.length };
      const draft = ({ path }: Spoken) => `\${mould.values.${path}}`;
      const why = 'text between inserted values';
      return [shownAtom(core, as, why, replaced('script', 'literal', range, draft))];
    });
  });
}

function shownAtom(text: string, as: ShownAt['as'], why: string, mark: Atom['marks'][0]): Atom {
  // A text that is read as HTML has to be clean HTML, whatever an editor writes.
  const kind = as === 'markup' ? 'richtext' : 'text';
  return {
    kind,
    value: kind === 'richtext' ? cleanHtml(text) : text,
    why,
    marks: [mark],
    ...(kind === 'text' ? { same: `text ${text}` } : {}),
    slot: `literal@${mark.start}`,
    names: namesOf(text),
    section: 'Content',
    weight: 0.8,
  };
}

function namesOf(text: string): string[] {
  if (/^\p{Sc}$/u.test(text)) return ['currency', 'currency sign'];
  return text.length <= 24 ? [text, 'message'] : ['message', text.slice(0, 24)];
}

/** True for words, a single word in capitals or beside others, or a sign of a currency. */
function isShown(text: string): boolean {
  const core = text.trim();
  if (!isContent(core) || /^[#.[]|=>/.test(core)) return false;
  return /\p{L}{2}|\p{Sc}/u.test(core) && (/^[\p{Lu}\d\p{Sc}]/u.test(core) || /\s/.test(text));
}

function blanksAround(text: string): [string, string] {
  const core = text.trim();
  const start = text.indexOf(core);
  return [text.slice(0, start), text.slice(start + core.length)];
}
