import type { ImportDeclaration, Program } from 'acorn';
import type { Library } from '../../model/mould.ts';
import { hasScheme } from '../../text/address.ts';
import type { Edit } from '../../text/edits.ts';

/** An import statement of a script, and the statement that does the same inside a function. */
export interface ModuleImport {
  readonly start: number;
  readonly end: number;
  /** What it imports from, as written between the quotes. */
  readonly from: string;
  /** Where that stands, quotes included. */
  readonly fromStart: number;
  readonly fromEnd: number;
  /** @param address what to import from instead */
  readonly asCall: (address: string) => string;
}

/** The import statements of a module, in order (ECMAScript, 16.2.2). */
export function importsOf(program: Program, script: string): ModuleImport[] {
  return program.body.flatMap((statement): ModuleImport[] => {
    if (statement.type !== 'ImportDeclaration') return [];
    const { start, end, source } = statement;
    return [
      {
        start,
        end,
        fromStart: source.start,
        fromEnd: source.end,
        from: String(source.value),
        asCall: (address) => {
          const lines = script.slice(start, end).match(/\n/g) ?? [];
          return toCall(statement, address) + lines.join('');
        },
      },
    ];
  });
}

/** `import { a as b } from 'x'` as `const { a: b } = await import('x');`. */
function toCall(statement: ImportDeclaration, address: string): string {
  const options = statement.attributes.map(
    ({ key, value }) => `${nameOf(key)}: ${JSON.stringify(value.value)}`,
  );
  const more = options.length > 0 ? `, { with: { ${options.join(', ')} } }` : '';
  // What is loaded for what it does was a script of its own, without which the others went on.
  const alone = statement.specifiers.length === 0 ? '.catch(mould.failed)' : '';
  const call = `await import(${JSON.stringify(address)}${more})${alone};`;
  const names: string[] = [];
  let whole: string | undefined;
  for (const one of statement.specifiers) {
    if (one.type === 'ImportNamespaceSpecifier') whole = one.local.name;
    else {
      const imported = one.type === 'ImportSpecifier' ? nameOf(one.imported) : 'default';
      names.push(imported === one.local.name ? imported : `${imported}: ${one.local.name}`);
    }
  }
  const picked = names.length > 0 ? `const { ${names.join(', ')} } = ` : '';
  if (whole === undefined) return picked + call;
  return `const ${whole} = ${call}${picked ? ` ${picked}${whole};` : ''}`;
}

function nameOf(node: { type: string; name?: string; value?: unknown }): string {
  return node.type === 'Identifier' ? (node.name ?? '') : JSON.stringify(node.value);
}

/** Edits that put calls in the place of import statements. */
export function asCalls(
  imports: readonly ModuleImport[],
  addressOf: (from: string) => string,
): Edit[] {
  return imports.map(({ start, end, from, asCall }) => ({
    start,
    end,
    text: asCall(addressOf(from)),
  }));
}

/**
 * Edits that take exports out of a module, which nothing can import from here: what is declared
 * stays, and a default without a name is only evaluated (ECMAScript, 16.2.3).
 */
export function withoutExports(program: Program, script: string): Edit[] {
  return program.body.flatMap((node): Edit[] => {
    const { start, end } = node;
    if (node.type === 'ExportNamedDeclaration' || node.type === 'ExportAllDeclaration') {
      if (node.type === 'ExportNamedDeclaration' && node.declaration)
        return [{ start, end: node.declaration.start, text: '' }];
      const from = node.source ? `await import(${node.source.raw});` : '';
      const lines = script.slice(start, end).match(/\n/g) ?? [];
      return [{ start, end, text: from + lines.join('') }];
    }
    if (node.type !== 'ExportDefaultDeclaration') return [];
    const { declaration } = node;
    if ('id' in declaration && declaration.id !== null)
      return [{ start, end: declaration.start, text: '' }];
    return [
      { start, end: declaration.start, text: 'void ' },
      { start: declaration.end, end: declaration.end, text: ';' },
    ];
  });
}

/** The address of the module that a library of some name is; one of ours begins with a dot. */
export function moduleAddress(libraries: readonly Library[], from: string): string | undefined {
  const address = libraries.find(({ name, module }) => name === from && module)?.module;
  if (address !== undefined) return address.replace(/^(?=assets\/)/, './');
  return isModuleAddress(from) ? from : undefined;
}

/** True for what a browser imports without a map: an address, or a path that begins as one (HTML, 8.1.6.2). */
export function isModuleAddress(from: string): boolean {
  return hasScheme(from) || /^\.{0,2}\//.test(from);
}
