import type { KmFormConstructor } from './form/form-element.ts';
import { KmForm as Element } from './form/km-form.ts';

export { defineKind, type KindDefinition } from '../core/model/define-kind.ts';
export type { KmFormElement, KmFormEventMap } from './form/form-element.ts';
export type {
  FileAsked,
  FormChange,
  FormPointed,
  FormProblems,
  TakenFile,
} from './form/form-events.ts';
export type { OwnControl } from './form/own-control.ts';
export type { FormWords } from './form/words/en.ts';

export const KmForm: KmFormConstructor = Element;

if (!customElements.get('km-form')) customElements.define('km-form', Element);
