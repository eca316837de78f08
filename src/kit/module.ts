import { type CastMaker, makeCaster } from '../core/compile/caster.ts';
import { type PortableMould, readyAgain } from '../core/compile/portable-mould.ts';
import type { Delivery, Runtime } from '../core/deliver/delivery.ts';
import type { StyleAt } from '../core/deliver/form.ts';
import { block } from '../core/deliver/forms/block.ts';
import { panes } from '../core/deliver/forms/panes.ts';
import { placed } from '../core/deliver/forms/placed.ts';
import { writeForm } from '../core/deliver/write-form.ts';
import type { CastFile } from '../core/model/cast-file.ts';
import { readFields } from '../core/model/read-fields.ts';
import { type CssTools, type HtmlTools, useTools } from './tools.ts';

const forms = { block, panes, placed };

/** What a module of a mould is made of. */
interface ModuleParts {
  readonly mould: PortableMould;
  readonly manner: { readonly sealed: boolean; readonly look: 'own' | 'host' };
  readonly runtime: Runtime;
  /** Where files of the mould's own lie, where that is not below `assets/`. */
  readonly assets: Readonly<Record<string, string>>;
  readonly tools: Partial<HtmlTools & CssTools>;
}

interface RenderOptions {
  readonly form?: keyof typeof forms;
  readonly style?: StyleAt;
  readonly nonce?: string;
  /** Casts that stand before on the same page, whose shared style and code are there already. */
  readonly before?: readonly CastFile[];
  /** Modules of the moulds that are placed in slots. */
  readonly moulds?: readonly { readonly name: string; readonly mould: CastMaker }[];
}

/** Gives what a module of a mould exports. */
export function moduleOf({ mould: given, manner, runtime, assets, tools }: ModuleParts) {
  useTools(tools);
  const source = { value: given.fields, findings: [], placeOf: () => ({}) as never };
  const caster = makeCaster(readyAgain(given, readFields(given.fields, source).root));
  const assetAt =
    Object.keys(assets).length > 0 ? (_: string, path: string) => assets[path] : undefined;
  const mould: CastMaker = {
    cast: (file, options) => caster.cast(file, { ...options, ...manner, assetAt }),
  };
  return {
    mould,
    render(cast: CastFile | readonly CastFile[] = {}, options: RenderOptions = {}): Delivery {
      const { form = 'block', before = [], moulds = [], ...others } = options;
      const byName = new Map(moulds.map((one) => [one.name, one.mould]));
      const make = (file: CastFile) => mould.cast(file, { moulds: (name) => byName.get(name) });
      const all = Array.isArray(cast) ? cast : [cast];
      return writeForm(forms[form], form, all.map(make), {
        ...others,
        runtime,
        before: before.map(make),
      });
    },
  };
}
