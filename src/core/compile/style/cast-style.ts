import type { Field } from '../../model/field.ts';
import type { JsonObject } from '../../model/json-source.ts';
import { urlProperty } from '../write/ids.ts';
import type { MouldStyle } from './compile-style.ts';
import { belowRules, differs, narrowFields } from './narrow.ts';
import { declarationsOf, styledFields } from './properties.ts';
import { castSelector, layers, type Scoping, wrapped } from './root-selector.ts';
import { linkRowSheets } from './row-rules.ts';
import { ruleOf } from './rule-of.ts';

/** Writes what one cast adds to its mould's style: what is not the defaults; '' for nothing. */
export type WriteCastStyle = (
  values: JsonObject,
  below: Readonly<Record<string, JsonObject>>,
  id: string,
) => string;

/** What the style of casts is written with. */
export interface CastStyleSetting {
  readonly root: Field;
  /** Custom properties that style, script or markup make use of. */
  readonly used: ReadonlySet<string>;
  /** New names of custom properties, where they are not the author's. */
  readonly renamed: ReadonlyMap<string, string>;
}

/**
 * @param urls ids that style speaks of, which mean another element in each cast
 * @param rows rules that are written for each row
 */
export function castStyle(
  { root, used, renamed }: CastStyleSetting,
  scoping: Scoping,
  { urls, rows }: Pick<MouldStyle, 'urls' | 'rows'>,
): WriteCastStyle {
  const styled = styledFields(root, used);
  const defaults = declarationsOf(styled, root.default, renamed);
  const narrow = narrowFields(root, used);
  const rulesOfRows = linkRowSheets(rows, root, scoping);
  return (values, below, id) => {
    const own = declarationsOf(styled, values, renamed).filter(
      (one, index) => one !== defaults[index],
    );
    const selector = castSelector(scoping, id);
    const narrowOnes = narrow.filter((one) => differs(one, values, below));
    const addresses = urls.map((name) => `${urlProperty(name)}: url("#${name}~${id}")`);
    const rules = [
      ruleOf(selector, [...own, ...addresses]),
      belowRules(selector, below, narrowOnes, renamed),
    ].filter((part) => part !== '');
    const isLayered = !scoping.sealed && scoping.look === 'own' && rules.length > 0;
    return [
      ...(isLayered ? [wrapped([`@layer ${layers.mould}`], rules.join('\n\n'))] : rules),
      ...rulesOfRows(values, id),
    ].join('\n\n');
  };
}
