import { noChange } from 'lit';
import { AsyncDirective } from 'lit/async-directive.js';
import { directive, type ElementPart } from 'lit/directive.js';
import type Sortable from 'sortablejs';

type Moved = (from: number, to: number) => void;

/** Lets the items of a list be dragged by their grips, by a package that is loaded once there is one. */
class SortableDirective extends AsyncDirective {
  private moved: Moved = () => {};
  private made: Promise<Sortable> | undefined;

  override update({ element }: ElementPart, [moved]: [Moved]) {
    this.moved = moved;
    this.made ??= this.make(element as HTMLElement);
    return noChange;
  }

  private async make(list: HTMLElement): Promise<Sortable> {
    const { default: Sorted } = await import('sortablejs');
    return new Sorted(list, {
      handle: '.grip',
      draggable: 'li',
      forceFallback: true,
      animation: matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 120,
      onEnd: ({ item, oldDraggableIndex: from, newDraggableIndex: to }) => {
        if (from === undefined || to === undefined || from === to) return;
        // Whoever drew the items puts them in order; here they go back to where that left them.
        const others = [...list.children].filter((one) => one !== item);
        list.insertBefore(item, others[from] ?? null);
        this.moved(from, to);
      },
    });
  }

  override render(_: Moved) {
    return noChange;
  }

  override disconnected(): void {
    void this.made?.then((one) => one.destroy());
    this.made = undefined;
  }
}

export const sortable = directive(SortableDirective);
