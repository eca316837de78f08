import type { Pattern, Program } from 'acorn';
import { type Finding, finding } from '../../problem/finding.ts';
import { indexLines } from '../../text/line-index.ts';
import { importsOf, type ModuleImport } from './module-imports.ts';
import { parseScript } from './parse-script.ts';

/** What a cast has to know of a mould's script. */
export interface ScriptRead {
  readonly isStrict: boolean;
  /** True where the code speaks of `mould`, and so may need the values. */
  readonly usesMould: boolean;
  /** True where await stands outside functions. */
  readonly awaits: boolean;
  /** Names of functions and variables at the top, which a page's own scripts make global. */
  readonly globals: readonly string[];
  /** What it imports, to be loaded when it runs. */
  readonly imports: readonly ModuleImport[];
  readonly findings: readonly Finding[];
}

/**
 * Reads a script without running it. A script that is no JavaScript is reported, not thrown.
 *
 * @param parsed the same script, where it has been parsed before
 */
export function readScript(script: string, parsed = parseScript(script)): ScriptRead {
  const lines = indexLines('script.js', script);
  if ('fault' in parsed) {
    const nothing = { isStrict: false, usesMould: false, awaits: false, globals: [], imports: [] };
    const place = lines.placeAt(parsed.offset);
    const data = { what: parsed.fault };
    return { ...nothing, findings: [finding('script/not-javascript', data, place)] };
  }
  const { program, isModule } = parsed;
  const facts = factsOf(program, script);
  if (!isModule) return { ...facts, awaits: false, imports: [], findings: [] };
  const exporting = program.body.find(({ type }) => /^Export.*Declaration$/.test(type));
  const findings = exporting ? [finding('script/exports', {}, lines.placeAt(exporting.start))] : [];
  const imports = importsOf(program, script);
  return { ...facts, isStrict: true, awaits: true, imports, findings };
}

/** True for code that may read the values: it speaks of mould, and of no other member of it. */
export function asksForValues(code: string): boolean {
  return /\bmould\b(?!\s*\.\s*(?:root|id|page|channel)\b)/.test(code);
}

function factsOf(program: Program, script: string) {
  const [first] = program.body;
  const isStrict =
    first?.type === 'ExpressionStatement' &&
    'directive' in first &&
    first.directive === 'use strict';
  return { isStrict, usesMould: asksForValues(script), globals: globalNames(program) };
}

/** Names that a script declares at its top. */
export function globalNames(program: Program): string[] {
  const names: string[] = [];
  for (const statement of program.body) {
    if (statement.type === 'FunctionDeclaration' || statement.type === 'ClassDeclaration') {
      names.push(statement.id.name);
    } else if (statement.type === 'VariableDeclaration') {
      for (const { id } of statement.declarations) names.push(...boundNames(id));
    }
  }
  return names;
}

/** The names a binding pattern makes (ECMAScript, 8.6.1 BoundNames). */
export function boundNames(pattern: Pattern | null): string[] {
  switch (pattern?.type) {
    case 'Identifier':
      return [pattern.name];
    case 'ObjectPattern':
      return pattern.properties.flatMap((one) =>
        one.type === 'Property' ? boundNames(one.value) : boundNames(one.argument),
      );
    case 'ArrayPattern':
      return pattern.elements.flatMap(boundNames);
    case 'AssignmentPattern':
      return boundNames(pattern.left);
    case 'RestElement':
      return boundNames(pattern.argument);
    default:
      return [];
  }
}
