import type { KindName } from '../../model/kinds.ts';
import type { RowFact } from '../../model/path.ts';
import type { AttributePlace } from '../template/attribute-place.ts';
import type { IdPart } from './ids.ts';

/** Where a value is read: from the values or a row down, and what it then reads as. */
export interface ValueAt {
  /** The loop whose row the steps begin at, from 1; 0 begins at the values. */
  readonly loop: number;
  readonly steps: readonly string[];
  readonly fact?: RowFact | undefined;
  readonly kind: KindName;
  /** The name of an embedder's kind; see `defineKind`. */
  readonly own?: string | undefined;
  /** The unit its declaration gives a number in style. */
  readonly unit?: string | undefined;
}

/** A condition on a value. */
export interface Condition {
  readonly of: ValueAt;
  /** The characters it has to have; absent for: not empty. */
  readonly wanted?: string | undefined;
  readonly isNegated: boolean;
}

/** One binding in an attribute: as characters for its place, or as JSON. */
export interface AttributePart {
  readonly of: ValueAt;
  readonly json?: 'string' | 'value' | undefined;
  /** How it stands in `url()` of a style attribute. */
  readonly url?: 'whole' | 'part' | undefined;
}

/** An attribute's value: fixed text around bindings; `texts` has one more entry than `parts`. */
export interface ValuePlan {
  readonly place: AttributePlace;
  readonly texts: readonly string[];
  readonly parts: readonly AttributePart[];
}

/**
 * What a template writes, as plain data: what a mould's compiler leaves for those who only cast.
 * Each is linked once into a function of a scope; see `linkPlan`.
 */
export type Plan =
  | string
  /** Fixed texts and plans in turn; `texts` has one more entry than `parts`. */
  | { readonly is: 'join'; readonly texts: readonly string[]; readonly parts: readonly Plan[] }
  /** A value's characters, escaped. */
  | { readonly is: 'text'; readonly of: ValueAt }
  /** A value's own markup. */
  | { readonly is: 'html'; readonly of: ValueAt; readonly room: 'flow' | 'phrasing' | 'label' }
  /** JSON inside a data block. */
  | { readonly is: 'data'; readonly part: AttributePart }
  | {
      readonly is: 'attribute';
      readonly name: string;
      readonly quote: string;
      readonly value: ValuePlan;
      /** True where the whole is held to safe schemes. */
      readonly isHeld: boolean;
      /** The texts with their character references read, where they have any. */
      readonly read?: readonly string[] | undefined;
    }
  | { readonly is: 'boolean'; readonly name: string; readonly parts: readonly ValueAt[] }
  /** The class attribute: words of the author's own, then those whose condition holds. */
  | {
      readonly is: 'classes';
      readonly quote: string;
      readonly own: ValuePlan | string;
      readonly more: readonly { readonly if: Condition; readonly words: string }[];
    }
  /** The style attribute with the custom properties of the row of a list. */
  | {
      readonly is: 'row-style';
      readonly quote: string;
      readonly own: ValuePlan | string;
      readonly between: string;
      readonly list: string;
      readonly loop: number;
    }
  | {
      readonly is: 'link';
      readonly of: ValueAt;
      readonly name: string;
      readonly quote: string;
      readonly target?: string | undefined;
      readonly rel?: string | undefined;
      readonly ids?: IdRule | undefined;
    }
  /** An attribute whose ids end in the cast's own. */
  | { readonly is: 'ids'; readonly of: Plan; readonly ids: IdRule }
  | { readonly is: 'suffix' }
  /** The name of an element, or the mark that keeps the author's where it has another. */
  | { readonly is: 'name' | 'name-mark'; readonly of: ValueAt; readonly author: string }
  | { readonly is: 'root'; readonly page: Readonly<Record<string, string>> }
  | {
      readonly is: 'each';
      readonly of: ValueAt;
      /** How many copies at most, where a number says how many. */
      readonly most?: number | undefined;
      readonly depth: number;
      readonly if?: Condition | undefined;
      readonly plan: Plan;
    }
  | { readonly is: 'when'; readonly if: Condition; readonly plan: Plan }
  | { readonly is: 'slot'; readonly name: string; readonly plan: Plan };

/** Which tokens of an attribute are ids of the template. */
export interface IdRule {
  readonly part: IdPart;
  /** Absent where any may be. */
  readonly own?: readonly string[] | undefined;
}

export type PlanOf<Name extends string> = Extract<Plan, { readonly is: Name }>;

/** Joins fixed text and plans in turn, as one plan without another such in it. */
export function joinPlans(texts: readonly string[], parts: readonly Plan[]): Plan {
  const out: string[] = [''];
  const kept: Plan[] = [];
  const add = (text = '') => {
    out[out.length - 1] += text;
  };
  const take = (someTexts: readonly string[], someParts: readonly Plan[]) => {
    add(someTexts[0]);
    for (const [at, part] of someParts.entries()) {
      if (typeof part === 'string') add(part);
      else if (part.is === 'join') take(part.texts, part.parts);
      else {
        kept.push(part);
        out.push('');
      }
      add(someTexts[at + 1]);
    }
  };
  take(texts, parts);
  return kept.length === 0 ? (out[0] as string) : { is: 'join', texts: out, parts: kept };
}
