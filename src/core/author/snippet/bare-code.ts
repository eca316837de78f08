import type { DefaultTreeAdapterTypes } from 'parse5';
import type { Range } from '../../text/edits.ts';
import { isScript, isStyle, scriptAfterStyle } from './recognise.ts';

/** Code that stands among the markup without a tag of its own. */
export interface BareCode extends Range {
  readonly language: 'css' | 'js';
}

/** How many stretches of text are looked at, so that a long page takes no longer than it should. */
const mostTries = 8;

/** Text that could be code at all, to keep prose from being parsed three times over. */
const codeLike = /[{}]|\)\s*;|=>|^\s*(?:const|let|var|import)\s/;

/**
 * Finds style and script that were pasted below the markup without their tags. A script may hold
 * `<`, which the HTML parser took for a tag, so what begins as script is also tried up to the end.
 */
export function findBare(
  source: string,
  topLevel: readonly DefaultTreeAdapterTypes.ChildNode[],
): BareCode[] {
  const found: BareCode[] = [];
  let seenTo = 0;
  let tries = 0;
  for (const node of topLevel) {
    const at = node.sourceCodeLocation;
    if (node.nodeName !== '#text' || !at || at.startOffset < seenTo) continue;
    const text = source.slice(at.startOffset, at.endOffset);
    if (!codeLike.test(text)) continue;
    // Panes come in threes; each try may read on to the end.
    tries += 1;
    if (tries > mostTries) break;
    for (const bare of readBare(source, trimmed(source, at.startOffset, at.endOffset))) {
      found.push(bare);
      seenTo = bare.end;
    }
  }
  return found;
}

function readBare(source: string, range: Range): BareCode[] {
  const text = source.slice(range.start, range.end);
  if (isStyle(text)) return [{ language: 'css', ...range }];
  const whole = trimmed(source, range.start, source.length);
  for (const tried of [range, whole]) {
    const code = source.slice(tried.start, tried.end);
    if (isScript(code)) return [{ language: 'js', ...tried }];
    const split = scriptAfterStyle(code);
    if (split === undefined) continue;
    const script = { start: tried.start + split, end: tried.end };
    if (!isScript(source.slice(script.start, script.end))) continue;
    const style = trimmed(source, tried.start, script.start);
    return [
      { language: 'css', ...style },
      { language: 'js', ...script },
    ];
  }
  return [];
}

function trimmed(source: string, start: number, end: number): Range {
  const text = source.slice(start, end);
  return {
    start: start + text.length - text.trimStart().length,
    end: start + text.trimEnd().length,
  };
}
