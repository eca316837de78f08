/** Pseudo-classes (Selectors 4; HTML, 4.16.3; CSS Shadow Parts; Fullscreen; View Transitions 2). */
export const pseudoClasses: ReadonlySet<string> = new Set([
  ...['active', 'active-view-transition', 'active-view-transition-type', 'any-link', 'autofill'],
  ...['blank', 'buffering', 'checked', 'current', 'default', 'defined', 'dir', 'disabled', 'empty'],
  ...['enabled', 'first-child', 'first-of-type', 'focus', 'focus-visible', 'focus-within'],
  ...['fullscreen', 'future', 'has', 'has-slotted', 'heading', 'host', 'host-context', 'hover'],
  ...['in-range', 'indeterminate', 'interest-source', 'interest-target', 'invalid', 'is', 'lang'],
  ...['last-child', 'last-of-type', 'link', 'local-link', 'matches', 'modal', 'muted', 'not'],
  ...['nth-child', 'nth-last-child', 'nth-last-of-type', 'nth-of-type', 'only-child'],
  ...['only-of-type', 'open', 'optional', 'out-of-range', 'past', 'paused', 'picture-in-picture'],
  ...[
    'placeholder-shown',
    'playing',
    'popover-open',
    'read-only',
    'read-write',
    'required',
    'root',
  ],
  ...['scope', 'seeking', 'stalled', 'state', 'target', 'target-current', 'target-within'],
  ...['user-invalid', 'user-valid', 'valid', 'visited', 'volume-locked', 'where', 'xr-overlay'],
  // With one colon they are elements all the same (Selectors 4, 3.6).
  ...['after', 'before', 'first-letter', 'first-line'],
]);

/** Pseudo-elements (CSS Pseudo 4 and 5; CSS Overflow 5; WebVTT; HTML; View Transitions). */
export const pseudoElements: ReadonlySet<string> = new Set([
  ...['after', 'backdrop', 'before', 'checkmark', 'column', 'cue', 'cue-region'],
  ...['details-content', 'file-selector-button', 'first-letter', 'first-line', 'grammar-error'],
  ...['highlight', 'marker', 'part', 'picker', 'picker-icon', 'placeholder', 'scroll-button'],
  ...['scroll-marker', 'scroll-marker-group', 'search-text', 'selection', 'slotted'],
  ...['spelling-error', 'target-text', 'view-transition', 'view-transition-group'],
  ...['view-transition-group-children', 'view-transition-image-pair', 'view-transition-new'],
  ...['view-transition-old'],
]);
