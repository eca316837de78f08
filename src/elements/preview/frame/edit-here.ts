import { markName } from '../../../core/preview/mark-name.ts';
import type { FromFrame } from '../messages.ts';
import { marksOf, propertiesOf } from './point.ts';

/** What editing asks of the frame around it. */
interface Frame {
  say(message: FromFrame): void;
  light(elements: readonly Element[]): void;
  /** Is told when a text is typed in, and when that has ended. */
  typing(isOn: boolean): void;
}

/** Controls take keys for themselves, so that no text is typed into them where they stand. */
const controls = 'button, summary, select, input, textarea, option';

/** Elements of a page being edited where they stand: told of when clicked, and typed into. */
export class EditHere {
  isOn = false;
  /** The element that is typed into. */
  element: HTMLElement | undefined;
  private clicked: HTMLElement | undefined;
  private point: readonly [x: number, y: number] = [0, 0];
  private around: readonly [before: string, after: string] = ['', ''];
  private readonly frame: Frame;

  constructor(frame: Frame) {
    this.frame = frame;
  }

  turn(isOn: boolean): void {
    this.isOn = isOn;
    if (!isOn) this.stop();
    document.documentElement.style.cursor = isOn ? 'pointer' : '';
    if (!isOn) this.frame.light([]);
  }

  hover(target: Element): void {
    if (this.element) return;
    const element = editable(target);
    this.frame.light(element ? [element] : []);
  }

  /** A click, or what comes before one: the page itself does not hear it. */
  click(event: MouseEvent): void {
    event.stopImmediatePropagation();
    const [target] = event.composedPath();
    const isInside = target instanceof Node && this.element?.contains(target);
    // The caret goes where it is clicked.
    if (isInside) return;
    event.preventDefault();
    if (event.type !== 'click') return;
    this.stop();
    const element = target instanceof Element ? editable(target) : undefined;
    if (!element) {
      this.frame.say({ say: 'edit', marks: [], properties: [], words: '', box: noBox });
      return;
    }
    this.clicked = element as HTMLElement;
    this.point = [event.clientX, event.clientY];
    this.frame.light([element]);
    const { left, top, width, height } = element.getBoundingClientRect();
    this.frame.say({
      say: 'edit',
      marks: marksOf(element, markName),
      properties: propertiesOf(document, element),
      words: wordsOf(element),
      box: { left, top, width, height },
    });
  }

  /** Has the element that was clicked last be typed into, with the caret where it was clicked. */
  type(isMultiline: boolean): void {
    const element = this.clicked;
    if (!element?.isConnected) return;
    const text = element.firstChild?.nodeValue ?? '';
    const [before = ''] = /^\s*/.exec(text) ?? [];
    const [after = ''] = /\s*$/.exec(text.slice(before.length)) ?? [];
    this.around = [before, after];
    element.textContent = text.trim();
    this.element = element;
    this.frame.light([]);
    this.frame.typing(true);
    element.contentEditable = 'plaintext-only';
    element.addEventListener('input', this.onInput);
    element.addEventListener('blur', this.stop);
    element.addEventListener('keydown', isMultiline ? this.onKey : this.onKeyInLine, true);
    window.focus();
    element.focus({ preventScroll: true });
    const range = document.caretRangeFromPoint(...this.point);
    if (range && element.contains(range.startContainer))
      getSelection()?.setBaseAndExtent(
        range.startContainer,
        range.startOffset,
        range.startContainer,
        range.startOffset,
      );
  }

  readonly stop = (): void => {
    const { element } = this;
    if (!element) return;
    this.element = undefined;
    element.removeEventListener('input', this.onInput);
    element.removeEventListener('blur', this.stop);
    for (const onKey of [this.onKey, this.onKeyInLine])
      element.removeEventListener('keydown', onKey, true);
    element.removeAttribute('contenteditable');
    const [before, after] = this.around;
    element.textContent = `${before}${wordsOf(element)}${after}`;
    this.frame.typing(false);
    this.frame.say({ say: 'typed', text: undefined });
  };

  private readonly onInput = (): void => {
    if (this.element) this.frame.say({ say: 'typed', text: wordsOf(this.element) });
  };

  private readonly onKey = (event: KeyboardEvent): void => {
    event.stopImmediatePropagation();
    const key = event.key.toLowerCase();
    if (key === 'escape') this.element?.blur();
    if (!(event.ctrlKey || event.metaKey) || !/^[zy]$/.test(key)) return;
    // There is one undo, that of the form.
    event.preventDefault();
    const isRedo = key === 'y' || event.shiftKey;
    this.element?.blur();
    this.frame.say({ say: 'undo', isRedo });
  };

  private readonly onKeyInLine = (event: KeyboardEvent): void => {
    this.onKey(event);
    if (event.key !== 'Enter' || event.isComposing) return;
    event.preventDefault();
    this.element?.blur();
  };
}

const noBox = { left: 0, top: 0, width: 0, height: 0 };

/** The nearest element that a field fills or styles. */
function editable(target: Element): Element | undefined {
  if (!target.closest('[data-cast]')) return undefined;
  const marked = target.closest(`[${markName}]`);
  if (marked) return marked;
  return propertiesOf(document, target).length > 0 ? target : undefined;
}

/** The words of an element that holds nothing else and may be typed into; '' for any other. */
function wordsOf(element: Element): string {
  const { childNodes } = element;
  const isText = childNodes.length <= 1 && (element.firstChild?.nodeType ?? 3) === Node.TEXT_NODE;
  if (!isText || element.closest(controls)) return '';
  return (element.textContent ?? '').replaceAll('\u00a0', ' ').trim();
}
