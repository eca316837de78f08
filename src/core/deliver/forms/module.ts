import { toScriptData } from '../../compile/template/sink.ts';
import { valuesTypesOf } from '../../model/values/values-types.ts';
import { finding } from '../../problem/finding.ts';
import { Refusal } from '../../problem/refusal.ts';
import type { Form } from '../form.ts';
import { assetsOf, neededTools, portableOf, runtimeOf } from '../kit-pieces.ts';
import { moduleTypes } from '../module-types.ts';

/** An ES module that casts on its own, for sites that are built with code. */
export const module: Form = {
  notes: [
    'Save it next to its types and import { render } from it. render(cast) returns what cast would.',
    'It runs wherever ECMAScript runs, without any package.',
  ],
  write({ casts, kit, runtime, pieces, finish }) {
    const [cast] = casts;
    if (!kit || !cast) throw new Refusal(finding('cast/no-kit', { form: 'module' }));
    const { ready, look } = cast.made;
    const manner = { sealed: cast.sealed, look };
    const needs = neededTools(cast);
    const tools = [
      ...(needs.html ? [`...${kit.html}`] : []),
      ...(needs.css ? [`...${kit.css}`] : []),
    ];
    const lines = [
      `/* ${pieces.about} */`,
      `const { moduleOf } = ${kit.module};`,
      'const made = moduleOf({',
      `mould: ${toScriptData(portableOf(cast, manner, finish))},`,
      `manner: ${toScriptData(manner)},`,
      `runtime: { key: ${toScriptData(runtime.key)}, parts: ${runtimeOf(cast, runtime)} },`,
      `assets: ${toScriptData(assetsOf(cast))},`,
      `tools: { ${tools.join(', ')} },`,
      '});',
      `export const name = ${toScriptData(ready.name)};`,
      `export const title = ${toScriptData(ready.title)};`,
      `export const version = ${toScriptData(ready.version)};`,
      'export const { render, mould } = made;',
    ];
    const js = `${lines.join('\n')}\n`;
    return { js: finish.script?.(js) ?? js, types: moduleTypes(valuesTypesOf(ready)) };
  },
};
