/** How a cast is kept apart from its host. */
export interface Manner {
  /** True for a shadow root. */
  readonly sealed?: boolean;
  /** `own`, as the snippet looked; `host`, with the type and colours of the site. */
  readonly look?: 'own' | 'host';
}
