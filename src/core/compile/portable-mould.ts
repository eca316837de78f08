import { type Field, fieldsBelow } from '../model/field.ts';
import type { FieldSchema } from '../model/kind.ts';
import type { ReadyMould } from './ready-mould.ts';
import type { CastScript } from './script/cast-script.ts';
import type { MouldStyle } from './style/compile-style.ts';
import type { Manner } from './style/manner.ts';

/** Pairs of a name and a new one. */
type Pairs = readonly (readonly [string, string])[];

type Plain = Omit<ReadyMould, 'root' | 'used' | 'renamed' | 'inlineNames' | 'styleIn' | 'script'>;

/** A mould as far as casting in one manner takes it, as JSON. */
export interface PortableMould extends Plain {
  readonly fields: FieldSchema;
  readonly used: readonly string[];
  readonly renamed: Pairs;
  readonly inlineNames?: { readonly keyframes: Pairs; readonly dashed: Pairs };
  readonly style: MouldStyle;
  readonly script?: CastScript;
}

/** Makes a mould portable: what its code and its libraries are goes with it apart. */
export function portable(ready: ReadyMould, manner: Required<Manner>): PortableMould {
  const { root, used, renamed, inlineNames, styleIn, script, ...plain } = ready;
  const properties = new Set(fieldsBelow(root).map(({ property }) => property));
  const known = ([name]: readonly [string, string]) => properties.has(name);
  const made = script();
  return {
    ...plain,
    fields: root.declared,
    used: [...used].filter((name) => properties.has(name)),
    renamed: [...renamed].filter(known),
    ...(inlineNames && {
      inlineNames: { keyframes: [...inlineNames.keyframes], dashed: [...inlineNames.dashed] },
    }),
    style: styleIn(manner),
    ...(made && { script: made }),
  };
}

/** The mould again. Its style is in the one manner that it was made portable in. */
export function readyAgain(given: PortableMould, root: Field): ReadyMould {
  const { used, renamed, inlineNames, style, script, fields: _, ...plain } = given;
  return {
    ...plain,
    root,
    used: new Set(used),
    renamed: new Map(renamed),
    inlineNames: inlineNames && {
      keyframes: new Map(inlineNames.keyframes),
      dashed: new Map(inlineNames.dashed),
    },
    styleIn: () => style,
    script: () => script,
  };
}
