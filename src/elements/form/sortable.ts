import { noChange } from 'lit';
import { AsyncDirective } from 'lit/async-directive.js';
import { directive, type ElementPart } from 'lit/directive.js';
import type Sortable from 'sortablejs';

type Moved = (from: number, to: number) => void;

/** Lets the items of a list be dragged by their grips. */
class SortableDirective extends AsyncDirective {
  private moved: Moved = () => {};
  private made: Sortable | undefined;
  private loading: Promise<void> | undefined;
  /** The node behind the item that is being dragged. */
  private behind: Node | null = null;

  override update({ element }: ElementPart, [moved]: [Moved]) {
    this.moved = moved;
    this.loading ??= this.load(element as HTMLElement);
    return noChange;
  }

  private async load(element: HTMLElement): Promise<void> {
    const { default: Made } = await import('sortablejs');
    if (!this.isConnected) return;
    this.made = new Made(element, {
      handle: '.grip',
      draggable: 'li',
      animation: matchMedia('(prefers-reduced-motion: reduce)').matches ? 0 : 120,
      // The pointer alone: what the browser drags of its own accord differs between systems.
      forceFallback: true,
      onStart: ({ item }) => {
        this.behind = item.nextSibling;
      },
      onEnd: ({ item, oldDraggableIndex: from, newDraggableIndex: to }) => {
        if (from === undefined || to === undefined || from === to) return;
        // Whoever drew the items puts them in order. Here the item goes back to its own node: what
        // draws them keeps comments between them.
        element.insertBefore(item, this.behind);
        this.moved(from, to);
      },
    });
  }

  override render(_: Moved) {
    return noChange;
  }

  override disconnected(): void {
    this.made?.destroy();
    this.made = undefined;
    this.loading = undefined;
  }
}

export const sortable = directive(SortableDirective);
