import { html } from 'lit';
import { live } from 'lit/directives/live.js';
import type { ControlView } from '../control.ts';

/** Kinds of which a value is a number with a unit, so that the arrow keys count it. */
const counted = /^(?:length|duration|lineheight)$/;

/** A line of text, or of CSS that is written as text. */
export const line: ControlView = ({ field, steps, value, id, describedBy, isWrong }, { set }) => {
  const { kind, kindName, declared } = field;
  const isCode = !kind.isTextual;
  const count = (event: KeyboardEvent) => {
    const direction = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    const input = event.target as HTMLInputElement;
    const next =
      direction && counted.test(kindName)
        ? stepped(input.value, direction, event.shiftKey)
        : undefined;
    if (next === undefined) return;
    event.preventDefault();
    set(steps, next);
  };
  return html`<input
    id=${id}
    class=${isCode ? 'code' : ''}
    type="text"
    spellcheck=${isCode ? 'false' : 'true'}
    autocomplete="off"
    aria-invalid=${isWrong}
    aria-describedby=${describedBy}
    aria-required=${field.required}
    .value=${live(String(value ?? ''))}
    @input=${(event: InputEvent) => set(steps, typed(event, isCode))}
    @keydown=${count}
  />${typeof declared.maxLength === 'number' ? html`<p class="measure">${String(value ?? '').length} / ${declared.maxLength}</p>` : ''}`;
};

/** What was typed; nothing typed where words are not wanted is deliberately empty. */
function typed({ target }: Event, isCode: boolean): string | null {
  const { value } = target as HTMLInputElement;
  return value === '' && isCode ? null : value;
}

/** A number with its unit, one step further; ten with Shift, a tenth where it has decimals. */
function stepped(text: string, direction: number, isFast: boolean): string | undefined {
  const [, number, unit = ''] = /^\s*([+-]?(?:\d+\.?\d*|\.\d+))([a-z%]*)\s*$/i.exec(text) ?? [];
  if (number === undefined) return undefined;
  const isFine = number.includes('.') || /^(?:r?em|s)$/i.test(unit);
  const step = (isFine ? 0.1 : 1) * (isFast ? 10 : 1);
  return `${Number((Number(number) + direction * step).toFixed(3))}${unit}`;
}
