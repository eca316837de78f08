import { addressWording } from './wording/address.ts';
import { bindWording } from './wording/bind.ts';
import { callWording } from './wording/call.ts';
import { castWording } from './wording/cast.ts';
import { fieldWording } from './wording/field.ts';
import { handWording } from './wording/hand.ts';
import { jsonWording } from './wording/json.ts';
import { libraryWording } from './wording/library.ts';
import { markupWording } from './wording/markup.ts';
import { mouldWording } from './wording/mould.ts';
import { packWording } from './wording/pack.ts';
import { pageWording } from './wording/page.ts';
import { proofWording } from './wording/proof.ts';
import { rackWording } from './wording/rack.ts';
import { scriptWording } from './wording/script.ts';
import { snippetWording } from './wording/snippet.ts';
import { styleWording } from './wording/style.ts';
import { templateWording } from './wording/template.ts';
import { valueWording } from './wording/value.ts';
import { wordsWording } from './wording/words.ts';

/** What each code says. Codes are stable; a test holds docs/findings.md to this table. */
export const wording = {
  ...callWording,
  ...jsonWording,
  ...mouldWording,
  ...fieldWording,
  ...snippetWording,
  ...templateWording,
  ...markupWording,
  ...styleWording,
  ...scriptWording,
  ...addressWording,
  ...libraryWording,
  ...valueWording,
  ...castWording,
  ...proofWording,
  ...packWording,
  ...pageWording,
  ...rackWording,
  ...wordsWording,
  ...bindWording,
  ...handWording,
};

/** The stable name of a finding: `stage/what-is-wrong`. */
export type Code = keyof typeof wording;

type Asked<F> = F extends (data: infer D) => string
  ? unknown extends D
    ? Record<never, never>
    : D
  : Record<never, never>;

type HintOf<W> = W extends { readonly hint: infer F } ? F : undefined;

/** The facts that the wording of a code is made from. */
export type DataOf<C extends Code> = Asked<(typeof wording)[C]['message']> &
  Asked<HintOf<(typeof wording)[C]>>;
