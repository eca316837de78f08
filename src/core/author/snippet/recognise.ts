import { type Program, parse as parseScript } from 'acorn';
import { parse as parseStyle } from '../../text/css-tree.ts';
import { codeStart } from './code-start.ts';
import { styleDialectOf } from './dialect.ts';

/** The languages a snippet is made of, by their file endings. */
export type Language = 'html' | 'css' | 'js';

/** How code that nobody put in a tag begins, when it is a script. */
const scriptStart =
  /^(?:['"]use strict['"]|(?:const|let|var|function|class|import|export|async|interface|enum|declare)\s|document\.|window\.|\$\(|jQuery\(|\(?\((?:function|async)?\s*\()/;

/**
 * Says what a piece of code is, whatever it was called. What parses as style or as script is
 * that; what does not, but plainly sets out to be one, is that too, faults and all.
 */
export function languageOf(text: string): Language {
  const start = text.slice(codeStart(text));
  if (start.startsWith('<')) return 'html';
  if (isStyle(text)) return 'css';
  if (isScript(text)) return 'js';
  if (scriptStart.test(start)) return 'js';
  if (text.includes('</')) return 'html';
  if (styleDialectOf(text) !== undefined && /\{[^{}]*:/.test(text)) return 'css';
  // An at-rule that nobody knows; a class with a decorator begins alike.
  if (/^@[\w-]+(?![^{]*\bclass\b)[^{};]*\{/.test(start)) return 'css';
  return /^[^<>{};]*\{[^{}]*:[^{}]*[;}]/.test(start) ? 'css' : 'html';
}

/** True for text that is style sheet and nothing else. */
export function isStyle(text: string): boolean {
  if (!text.includes('{')) return /^\s*@import\s[^;]+;\s*$/.test(text);
  let isWhole = true;
  const tree = parseStyle(text, {
    parseValue: false,
    onParseError: () => {
      isWhole = false;
    },
  });
  if (!isWhole || tree.type !== 'StyleSheet') return false;
  const parts = tree.children.toArray().filter(({ type }) => type !== 'Comment');
  return parts.length > 0 && parts.every(({ type }) => type === 'Rule' || type === 'Atrule');
}

/** True for text that is JavaScript and does something: a line of prose may parse as well. */
export function isScript(text: string): boolean {
  const program = tryParse(text, 'script') ?? tryParse(text, 'module');
  return program?.body.some(doesSomething) ?? false;
}

function tryParse(text: string, sourceType: 'script' | 'module'): Program | undefined {
  try {
    return parseScript(text, { ecmaVersion: 'latest', sourceType, allowHashBang: true });
  } catch {
    return undefined;
  }
}

const acts = new Set([
  'CallExpression',
  'AssignmentExpression',
  'AwaitExpression',
  'UpdateExpression',
  'NewExpression',
  'UnaryExpression',
  'ChainExpression',
]);

function doesSomething(statement: Program['body'][number]): boolean {
  if (statement.type === 'EmptyStatement' || statement.type === 'LabeledStatement') return false;
  return statement.type !== 'ExpressionStatement' || acts.has(statement.expression.type);
}

/**
 * Finds where script begins in text that begins as style: people paste one pane below the other.
 * Undefined when no line both begins like a script and splits the text so.
 */
export function scriptAfterStyle(text: string): number | undefined {
  let tries = 0;
  for (const { index } of text.matchAll(/^(?=[a-z$('"])/gim)) {
    if (!scriptStart.test(text.slice(index, index + 80))) continue;
    if (isStyle(text.slice(0, index))) return index;
    // Hardly a line of style begins so; each try reads all before it.
    tries += 1;
    if (tries === 3) return undefined;
  }
  return undefined;
}
