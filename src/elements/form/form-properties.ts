import { LitElement } from 'lit';
import type { Mould } from '../../core/model/mould.ts';
import type { MouldJson } from '../../core/pack/mould-json.ts';
import type { Finding } from '../../core/problem/finding.ts';
import { givenMould } from '../given-mould.ts';
import type { FormWords } from './words/en.ts';

/** What a form is given; `KmFormElement` says what each of it means. */
export abstract class FormProperties extends LitElement {
  static readonly formAssociated = true;
  static override properties = {
    mould: { attribute: false, noAccessor: true },
    values: { attribute: false, noAccessor: true },
    below: { attribute: false, noAccessor: true },
    findings: { attribute: false },
    language: {},
    words: { attribute: false },
    controls: { attribute: false },
    addressOf: { attribute: false },
    pointedAt: { attribute: false },
    only: { attribute: false },
    delay: { type: Number },
    disabled: { type: Boolean, reflect: true },
    readOnly: { type: Boolean, reflect: true, attribute: 'readonly' },
    name: { reflect: true },
  };

  declare language: string;
  declare words: Partial<FormWords>;
  declare findings: readonly Finding[];
  declare pointedAt: string;
  declare only: readonly string[];
  declare controls: Readonly<Record<string, string>>;
  declare addressOf: ((src: string) => string | undefined) | undefined;
  declare delay: number;
  declare disabled: boolean;
  declare readOnly: boolean;
  declare name: string;

  protected readonly internals = this.attachInternals();
  private ownMould: Mould | undefined;

  get mould(): Mould | undefined {
    return this.ownMould;
  }

  set mould(given: Mould | MouldJson | undefined) {
    const before = this.ownMould;
    this.ownMould = givenMould(given);
    this.requestUpdate('mould', before);
  }

  constructor() {
    super();
    Object.assign(this, {
      language: '',
      words: {},
      findings: [],
      pointedAt: '',
      only: [],
      controls: {},
      delay: 0,
      disabled: false,
      readOnly: false,
      name: '',
    });
  }
}
