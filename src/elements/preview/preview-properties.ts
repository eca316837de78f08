import { LitElement } from 'lit';
import type { CastFile } from '../../core/model/cast-file.ts';
import type { JsonObject } from '../../core/model/json-source.ts';
import type { Mould } from '../../core/model/mould.ts';
import type { MouldJson } from '../../core/pack/mould-json.ts';
import { givenMould } from '../given-mould.ts';
import type { EditedForm } from './edit-panel.ts';
import { type PreviewSettings, usualSettings } from './preview-settings.ts';
import type { AddressOf } from './shown-files.ts';
import type { PreviewWords } from './words/en.ts';

/** What a preview is given; `KmPreviewElement` says what each of it means. */
export abstract class PreviewProperties extends LitElement {
  static override properties = {
    ...Object.fromEntries(
      ['moulds', 'values', 'below', 'slots', 'hostPage', 'hostStyle', 'lit', 'sample']
        .concat(['form', 'reaches', 'addressOf', 'words'])
        .map((name) => [name, { attribute: false }]),
    ),
    mould: { attribute: false, noAccessor: true },
    settings: { attribute: false, noAccessor: true },
    language: {},
    framePage: { attribute: 'frame-page' },
  };

  declare moulds: readonly Mould[];
  declare values: JsonObject;
  declare below: JsonObject;
  declare slots: CastFile['slots'];
  declare hostPage: string;
  declare hostStyle: string;
  declare lit: string;
  declare sample: string;
  declare form: EditedForm | undefined;
  declare reaches: readonly string[];
  declare addressOf: AddressOf | undefined;
  declare framePage: string;
  declare language: string;
  declare words: Partial<PreviewWords>;

  private ownMould: Mould | undefined;

  get mould(): Mould | undefined {
    return this.ownMould;
  }

  set mould(given: Mould | MouldJson | undefined) {
    const before = this.ownMould;
    this.ownMould = givenMould(given);
    this.requestUpdate('mould', before);
  }

  private given: PreviewSettings = { ...usualSettings, widths: [] };
  constructor() {
    super();
    Object.assign(this, {
      moulds: [],
      values: {},
      below: {},
      hostPage: '',
      hostStyle: '',
      lit: '',
      sample: 'default',
      reaches: [],
      framePage: '',
      language: '',
      words: {},
    });
  }

  /** All of them; what is left out when some are given is as usual. */
  get settings(): PreviewSettings {
    return this.given;
  }

  set settings(settings: Partial<PreviewSettings>) {
    const before = this.given;
    this.given = { ...usualSettings, widths: before.widths, ...settings };
    this.requestUpdate('settings', before);
  }
}
