/** Closes the `details` it listens on with Escape, or when the focus leaves for another part of the page. */
export function closeOnLeaving(event: KeyboardEvent | FocusEvent): void {
  const box = event.currentTarget as HTMLDetailsElement;
  if (event instanceof KeyboardEvent) {
    if (event.key !== 'Escape' || !box.open) return;
    event.stopPropagation();
    box.querySelector('summary')?.focus();
  } else if (!event.relatedTarget || box.contains(event.relatedTarget as Node)) return;
  box.open = false;
}
