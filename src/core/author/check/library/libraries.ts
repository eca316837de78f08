import { dottedName, memberName, type Syntax } from '../../../compile/script/syntax.ts';
import type { Library } from '../../../model/mould.ts';
import { knownLibraries } from '../../library/known-libraries.ts';
import type { Subject } from '../../sources/subject.ts';
import { type Check, type Flaw, flaw, flawOf } from '../flaw/check.ts';
import { jqueryMethods } from './jquery-methods.ts';

/** Libraries whose names script uses, and that nothing loads. */
export const missingLibraries: Check = (subject) => {
  const { script } = subject;
  const asked = new Set(
    script.of('UnaryExpression').flatMap(({ node }) => {
      const name = node.operator === 'typeof' ? dottedName(node.argument as Syntax) : undefined;
      return name === undefined ? [] : [name];
    }),
  );
  return knownLibraries.flatMap(({ name, globals }): Flaw[] => {
    const used = globals.find(
      (one) => script.text.includes(one) && !asked.has(one) && script.isFree(one),
    );
    if (used === undefined || isLoaded(subject, name, used)) return [];
    const first = script.of('Identifier').find(({ node }) => node.name === used);
    return [flaw(script, first?.node.start ?? 0, 'library/missing', { name, used })];
  });
};

/** Methods called on what jQuery gives back that only a plugin has. */
export const missingPlugins: Check = (subject) => {
  const { script } = subject;
  const own = new Set(
    script.of('AssignmentExpression').flatMap(({ node }) => {
      const name = /^(?:\$|jQuery)\.fn\.(\w+)$/.exec(dottedName(node.left as Syntax) ?? '')?.[1];
      return name === undefined ? [] : [name];
    }),
  );
  const reported = new Set<string>();
  return script.of('CallExpression').flatMap(({ node }): Flaw[] => {
    const callee = node.callee as Syntax;
    const method = memberName(callee);
    if (method === undefined || jqueryMethods.has(method) || own.has(method)) return [];
    if (!isOnJquery(callee.object as Syntax) || reported.has(method)) return [];
    reported.add(method);
    const likely = knownLibraries.find(({ plugs }) => plugs?.includes(method))?.name;
    if (isPluggedIn(subject, method, likely)) return [];
    const at = (callee.property as Syntax).start;
    return [flaw(script, at, 'library/no-plugin', { method, likely })];
  });
};

/** `$('…')`, and whatever chain of jQuery's own methods stands between it and the call. */
function isOnJquery(object: Syntax): boolean {
  let at = object;
  while (at.type === 'CallExpression') {
    const callee = at.callee as Syntax;
    const name = dottedName(callee);
    if (name === '$' || name === 'jQuery') return true;
    if (callee.type !== 'MemberExpression' || !chaining.has(memberName(callee) ?? '')) return false;
    at = callee.object as Syntax;
  }
  return false;
}

const chaining = new Set(
  'find children parent parents closest eq first last next prev siblings filter not add addClass removeClass css show hide on'.split(
    ' ',
  ),
);

function isLoaded(subject: Subject, name: string, global: string): boolean {
  const { libraries = [] } = subject.manifest;
  return libraries.some(
    (one) =>
      one.provides === global ||
      bareName(one.name) === name ||
      bareName(one.name).startsWith(name) ||
      (one.script !== undefined && brings(subject, one, [`.${global}`, `["${global}"]`, global])),
  );
}

function isPluggedIn(subject: Subject, method: string, likely: string | undefined): boolean {
  const { libraries = [] } = subject.manifest;
  return libraries.some(
    (one) =>
      (likely !== undefined && bareName(one.name).startsWith(likely)) ||
      (one.script !== undefined &&
        bareName(one.name) !== 'jquery' &&
        brings(subject, one, [`fn.${method}`, `"${method}"`, `'${method}'`, `${method}:`])),
  );
}

/** True when the file of a library speaks of a name; of one that is not at hand nothing is known. */
function brings(
  { files }: Subject,
  { name, script = '' }: Library,
  words: readonly string[],
): boolean {
  const file = files[script];
  if (file === undefined) return !knownLibraries.some((one) => one.name === bareName(name));
  const text = typeof file === 'string' ? file : fromBytes(file);
  return words.some((word) => text.includes(word));
}

/** Bytes as Latin-1, which is enough to look for names in them. */
function fromBytes(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += 8192) {
    text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  }
  return text;
}

/** `jquery.slim` and `jquery.min` are jquery. */
function bareName(name: string): string {
  return name.toLowerCase().replace(/[.-](?:slim|min|bundle|umd|js)\b/g, '');
}

/** Libraries that are listed more than once, in one version or in several. */
export const repeatedLibraries: Check = (subject) => {
  const seen = new Map<string, Library>();
  return (subject.manifest.libraries ?? []).flatMap((one, index): Flaw[] => {
    const steps = ['libraries', index, 'name'];
    const part = one.script === undefined ? 'style' : 'script';
    const key = `${part} ${bareName(one.name)}`;
    const before = seen.get(key);
    if (!before) {
      seen.set(key, one);
      return [];
    }
    if (before.version !== one.version) {
      const versions = [before.version, one.version].map((version) => version ?? 'unknown');
      return [
        flawOf(subject, steps, 'library/two-versions', {
          name: bareName(one.name),
          versions: versions.join(' and '),
        }),
      ];
    }
    // Of one version, different files may be parts of the same library.
    const isSame = fileName(before[part]) === fileName(one[part]);
    return isSame ? [flawOf(subject, steps, 'library/twice', { name: one.name })] : [];
  });
};

function fileName(address: string | undefined): string {
  return bareName(/[^/]*(?=[?#]|$)/.exec(address ?? '')?.[0] ?? '');
}
