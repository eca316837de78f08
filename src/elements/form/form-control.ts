import type { ProblemsByPath } from '../../core/form/form-problems.ts';
import type { FormValues } from '../../core/form/form-values.ts';
import { FormProperties } from './form-properties.ts';

/** A form of ours as one control of a form around it (HTML Standard, 4.13.1.3). */
export abstract class FormControl extends FormProperties {
  /** What it was given first, which a reset of the form around it brings back. */
  protected first: FormValues = { values: {}, below: {} };
  private wrong: ProblemsByPath = new Map();

  protected abstract begin(values: FormValues): void;
  abstract focusField(path: string): Promise<void>;

  /** The form around it sends the values as a cast file, and is held back by what is wrong. */
  protected tellBrowser({ values, below }: FormValues, wrong: ProblemsByPath): void {
    this.wrong = wrong;
    const isBelow = Object.keys(below).length > 0;
    const file = { format: 1, values, ...(isBelow ? { below } : {}) };
    this.internals.setFormValue(this.name === '' ? null : JSON.stringify(file));
    const [why = ''] = [...wrong.values()][0] ?? [];
    this.internals.setValidity(this.isValid ? {} : { customError: true }, why);
  }

  /** True where no value is wrong. */
  get isValid(): boolean {
    return this.wrong.size === 0;
  }

  /** As controls of HTML do: false, and an `invalid` event, where a value is wrong. */
  checkValidity(): boolean {
    return this.internals.checkValidity();
  }

  /** The same, and the first field with a wrong value gets the focus. */
  reportValidity(): boolean {
    const isValid = this.checkValidity();
    const [first] = this.wrong.keys();
    if (first !== undefined) void this.focusField(first);
    return isValid;
  }

  formDisabledCallback(isDisabled: boolean): void {
    this.disabled = isDisabled;
  }

  formResetCallback(): void {
    this.begin(this.first);
  }

  /** True where nothing may be changed. */
  protected get isFixed(): boolean {
    return this.disabled || this.readOnly;
  }
}
