import type { Cast } from '../../compile/cast.ts';
import { toHtmlText, toScriptData } from '../../compile/template/sink.ts';
import { isJsonObject, type Json, type JsonObject } from '../../model/json-source.ts';
import { pascalCase, valuesTypesOf } from '../../model/values/values-types.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import { elementFields, tagNameOf } from '../element-facts.ts';
import { elementManifest, elementTypes } from '../element-manifest.ts';
import { farSheet } from '../far-sheet.ts';
import type { Form } from '../form.ts';
import { assetsOf, neededTools, portableOf } from '../kit-pieces.ts';
import { onceCode } from '../script-pieces.ts';

/** An ES module that defines a custom element, sealed in a shadow root. */
export const element: Form = {
  notes: [
    'Save the module next to the page, and paste the markup with its script where the widget should appear.',
    'Its fields are attributes and properties. Without script, the content inside it stays visible.',
  ],
  write({ casts, kit, runtime, pieces, finish }) {
    const [cast] = casts;
    if (!kit || !cast) throw new Refusal(finding('cast/no-kit', { form: 'element' }));
    const { ready, look } = cast.made;
    const { name } = ready;
    const needs = neededTools(cast);
    const { inModule, classic } = onceCode(cast, runtime);
    const called = (all: readonly string[]) => all.map((one) => `() => {\n${one}\n}`).join(',\n');
    const loads = {
      scripts: classic.length > 0 ? [`${name}.classic.js`] : [],
      sheets: ready.fonts,
      styles: ready.loads.flatMap(({ style }) =>
        style && !ready.fonts.includes(style) ? [farSheet(style, name)] : [],
      ),
    };
    const about = `/* ${pieces.about} */`;
    const className = pascalCase(name);
    const lines = [
      about,
      `const { elementOf } = ${kit.element};`,
      `const made = elementOf({`,
      `mould: ${toScriptData(portableOf(cast, { sealed: true, look }, finish))},`,
      `look: "${look}",`,
      `fields: ${toScriptData(elementFields(ready.root))},`,
      `assets: ${toScriptData(assetsOf(cast))},`,
      `base: import.meta.url,`,
      `loads: ${toScriptData(loads)},`,
      `key: ${toScriptData(runtime.key)},`,
      `code: [${called(inModule)}],`,
      `slots: ${ready.slots.length > 0 ? runtime.parts.slots : 'undefined'},`,
      `tools: { ${needs.html ? `...${kit.htmlInPage}` : ''} },`,
      '});',
      // Called so for others only: a name such as Map is also one that the code in here uses.
      'const { MouldElement } = made;',
      `export { MouldElement as ${className} };`,
      'export const { define } = made;',
      `define("${tagNameOf(name)}");`,
    ];
    const js = `${lines.join('\n')}\n`;
    const beside = classic.length > 0 ? `${[about, ...classic].join('\n')}\n` : '';
    return {
      js: finish.script?.(js) ?? js,
      ...(beside === '' ? {} : { classic: finish.script?.(beside) ?? beside }),
      html: `${about.replace('/*', '<!--').replace('*/', '-->')}\n${tagOf(cast)}\n<script type="module" src="${name}.js"></script>\n`,
      manifest: elementManifest(ready),
      types: elementTypes(ready, valuesTypesOf(ready)),
    };
  },
};

/** The element with the values that are not its defaults, and its content as plain markup. */
function tagOf(cast: Cast): string {
  const { ready } = cast.made;
  const { root } = ready;
  const values = cast.values as JsonObject;
  const defaults = root.default as JsonObject;
  const given = elementFields(root).filter(({ path, property }) => {
    return property !== undefined && !isSame(values[path] ?? null, defaults[path]);
  });
  const isNothing = ({ path }: { path: string }) => (values[path] ?? null) === null;
  // That something is deliberately empty no attribute of its own can say.
  const nothing = Object.fromEntries(given.filter(isNothing).map(({ path }) => [path, null]));
  const said = [
    ...given
      .filter((one) => !isNothing(one))
      .map(({ path, attribute }) => [attribute, asAttribute(values[path] ?? null)]),
    ...(Object.keys(nothing).length > 0 ? [['values', JSON.stringify(nothing)]] : []),
  ].map(([name, text = '']) => ` ${name}="${toHtmlText(text)}"`);
  const tag = tagNameOf(ready.name);
  // Its own script starts the casts that are in a page, and this is none.
  const light = cast.made
    .write(cast.values, cast.id)
    .trim()
    .replace(/ data-mould="[^"]*" data-cast="[^"]*"(?: data-look="\w+")?/, '');
  return `<${tag}${said.join('')}>\n${light}\n</${tag}>`;
}

function asAttribute(value: Json): string {
  if (typeof value === 'string') return value;
  return isJsonObject(value) || Array.isArray(value) ? JSON.stringify(value) : String(value);
}

function isSame(one: Json, other: Json | undefined): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
