// The types that the entry points name, and what these are made of. What is marked @internal is left
// out, and with it the types of packages that only our own code works with.
import { mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join, relative } from 'node:path';
import { root } from './root.mjs';

const { exports, imports } = JSON.parse(readFileSync(`${root}package.json`, 'utf8'));

/** Writes dist/types: of each module what is asked for, from the entry points on. */
export function makeDeclarations() {
  const modules = new Map();
  for (const { types } of Object.values(exports)) {
    if (types) ask(modules, join(root, types.replace('dist/types/', 'dist/')), '*');
  }
  const to = `${root}dist/types`;
  rmSync(to, { recursive: true, force: true });
  for (const [path, { statements, kept }] of modules) {
    const text = statements.flatMap((one) => writtenOf(one, kept, path)).join('\n');
    const out = join(to, relative(`${root}dist`, path));
    mkdirSync(dirname(out), { recursive: true });
    writeFileSync(out, `${text}\nexport {};\n`);
  }
}

/** Marks a name of a module as asked for, with all that its declaration names. */
function ask(modules, path, name) {
  if (!modules.has(path)) {
    const statements = statementsIn(withoutInternal(readFileSync(path, 'utf8')));
    modules.set(path, { statements, kept: new Set() });
  }
  const { statements, kept } = modules.get(path);
  if (kept.has(name)) return;
  kept.add(name);
  for (const one of statements) {
    if (one.from !== undefined) {
      for (const { local, imported } of one.names) {
        const isAsked = name === local || (name === '*' && one.isExport);
        if (!isAsked) continue;
        kept.add(local);
        const there = declaredAt(one.from, path);
        if (there) ask(modules, there, imported);
      }
    } else if (name === '*' || one.names.includes(name) || one.names.includes('*')) {
      const words = new Set(one.text.replace(/\/\*[\s\S]*?\*\//g, '').match(/[A-Za-z_$][\w$]*/g));
      for (const word of words) if (isDeclared(statements, word)) ask(modules, path, word);
      for (const own of one.names) kept.add(own);
      for (const [, from, of] of one.text.matchAll(/import\("([^"]+)"\)\.(\w+)/g)) {
        const there = declaredAt(from, path);
        if (there) ask(modules, there, of);
      }
    }
  }
}

function isDeclared(statements, word) {
  return statements.some(({ names }) => names.some((one) => (one.local ?? one) === word));
}

/** A statement as it is written where only some names of it are asked for. */
function writtenOf({ text, names, from, lead }, kept, path) {
  if (from === undefined) {
    if (!names.some((one) => kept.has(one) || one === '*')) return [];
    return [text.replace(/import\("([^"]+)"\)/g, (_, name) => `import("${linkTo(name, path)}")`)];
  }
  const listed = names.filter(({ local }) => kept.has(local));
  if (listed.length === 0) return [];
  if (listed[0].imported === '*' && lead === 'export')
    return [`export * from '${linkTo(from, path)}';`];
  const list = listed.map(({ local, imported, isType }) => {
    const as = local === imported ? local : `${imported} as ${local}`;
    return `${isType ? 'type ' : ''}${as}`;
  });
  return [`${lead} { ${list.join(', ')} } from '${linkTo(from, path)}';`];
}

/** The file that declares a module; undefined for a package. */
function declaredAt(name, path) {
  if (!/^[.#]/.test(name)) return undefined;
  const there = name.startsWith('#')
    ? join(root, imports[name].default)
    : join(dirname(path), name);
  return there.replace(/\.(?:js|ts)$/, '.d.ts');
}

function linkTo(name, path) {
  const there = declaredAt(name, path);
  if (!there) return name;
  const from = relative(dirname(path), there).replace(/\.d\.ts$/, '.js');
  return from.startsWith('.') ? from : `./${from}`;
}

/** The statements of a declaration file, each with its comment and the names that it declares. */
function statementsIn(text) {
  const statements = [];
  for (let rest = text; rest.trim() !== ''; ) {
    const [comment] = /^(?:\s*(?:\/\*[\s\S]*?\*\/|\/\/.*))*\s*/.exec(rest);
    const end = comment.length + endOfDeclaration(rest.slice(comment.length));
    if (end === comment.length) break;
    statements.push(statementOf(rest.slice(0, end).trim(), rest.slice(comment.length, end).trim()));
    rest = rest.slice(end);
  }
  return statements;
}

function statementOf(text, code) {
  const [, lead, isType, clause, from] =
    /^((?:import|export))( type)?\s+([\s\S]*?)\s+from\s+['"]([^'"]+)['"];$/.exec(code) ?? [];
  if (from !== undefined) {
    const names = namesIn(clause).map((one) => ({ ...one, isType: one.isType || !!isType }));
    return { text, from, lead, names, isExport: lead === 'export' };
  }
  const [, listed] = /^export \{([^}]*)\};$/.exec(code) ?? [];
  if (listed !== undefined) return { text, names: namesIn(listed).map(({ local }) => local) };
  // A global declaration is there for whoever imports the module.
  if (/^declare global\b/.test(code)) return { text, names: ['*'] };
  const [, name] =
    /^(?:export )?(?:declare )?(?:abstract )?(?:function|class|interface|type|const|let|enum)\s+([\w$]+)/.exec(
      code,
    ) ?? [];
  return { text, names: name ? [name] : [] };
}

/** `{ type A, b as c }`, `* as d` or `*`. */
function namesIn(clause) {
  if (/^\*$/.test(clause)) return [{ local: '*', imported: '*' }];
  const [, all] = /^\* as (\w+)$/.exec(clause) ?? [];
  if (all) return [{ local: all, imported: '*' }];
  return clause
    .replace(/[{}]/g, ' ')
    .split(',')
    .map((one) => one.trim())
    .filter((one) => one !== '')
    .map((one) => {
      const isType = one.startsWith('type ');
      const [imported, local = imported] = one.replace(/^type /, '').split(/\s+as\s+/);
      return { imported, local, isType };
    });
}

/** The text without members and declarations that a comment marks as our own. */
function withoutInternal(text) {
  let rest = text;
  let kept = '';
  for (;;) {
    const mark = /^[ \t]*\/\*\*(?:(?!\*\/)[\s\S])*@internal(?:(?!\*\/)[\s\S])*\*\/\s*/m.exec(rest);
    if (!mark) return kept + rest;
    kept += rest.slice(0, mark.index);
    rest = rest.slice(mark.index + mark[0].length);
    rest = rest.slice(endOfDeclaration(rest)).replace(/^\n/, '');
  }
}

/** Where the first declaration ends: at the semicolon, or the brace, that is in no brackets. */
function endOfDeclaration(text) {
  let depth = 0;
  let quote;
  for (let at = 0; at < text.length; at += 1) {
    const sign = text[at];
    if (quote !== undefined) {
      if (sign === '\\') at += 1;
      else if (sign === quote) quote = undefined;
    } else if (text.startsWith('/*', at)) at = text.indexOf('*/', at) + 1;
    else if (`'"\``.includes(sign)) quote = sign;
    else if ('([{'.includes(sign)) depth += 1;
    else if (')]}'.includes(sign)) depth -= 1;
    if (quote === undefined && depth === 0 && isEnd(text, at)) return at + 1;
  }
  return text.length;
}

function isEnd(text, at) {
  if (text[at] === ';') return true;
  // After a block of a function type or a class comes a line of its own.
  return (
    text[at] === '}' &&
    /^\s*(?:\n|$)/.test(text.slice(at + 1)) &&
    !/^\s*\n?\s*[|&;,]/.test(text.slice(at + 1))
  );
}
