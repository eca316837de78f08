/**
 * Attributes that say how an element looks (HTML Standard, 15: presentational hints, and what
 * browsers treat alike). They are of the author's own, but a host's rules are undone with them, so
 * what they say is let through by name.
 */
interface Hint {
  readonly attributes: string;
  /** Where they count; by default on any element that has them. */
  readonly on?: string;
  /** The only elements that have them, where others have attributes of the same name. */
  readonly of?: RegExp;
  readonly properties: string;
}

const hints: readonly Hint[] = [
  // 15.3.1 to 15.3.3: what is hidden, how it may be edited or dragged, its language.
  { attributes: 'hidden', properties: 'display content-visibility' },
  {
    attributes: 'contenteditable',
    properties: '-webkit-user-modify overflow-wrap line-break white-space',
  },
  { attributes: 'draggable', properties: '-webkit-user-drag user-select' },
  { attributes: 'lang', properties: '-webkit-locale' },
  // 15.3.3 and 15.3.4: flow content, phrasing content.
  {
    attributes: 'align',
    properties: 'text-align float vertical-align margin-left margin-right caption-side',
  },
  { attributes: 'clear', properties: 'clear' },
  { attributes: 'color', of: /^(?:font|hr)$/, properties: 'color border background' },
  { attributes: 'face', properties: 'font-family' },
  { attributes: 'size', of: /^(?:font|hr)$/, properties: 'font-size height border' },
  { attributes: 'noshade', properties: 'border' },
  { attributes: 'nowrap', properties: 'white-space' },
  { attributes: 'wrap', of: /^textarea$/, properties: 'white-space overflow-wrap' },
  // 15.3.7: lists and their counters.
  { attributes: 'type', of: /^(?:ol|ul|li)$/, properties: 'list-style-type' },
  {
    attributes: 'start reversed value',
    on: ':is([start], [reversed], [value])',
    of: /^(?:ol|li)$/,
    properties: 'counter-reset counter-set counter-increment',
  },
  // 15.3.8 and 15.3.9: tables.
  { attributes: 'background', properties: 'background-image' },
  { attributes: 'bgcolor', properties: 'background-color' },
  { attributes: 'border', on: ':is([border], [border] *)', properties: 'border' },
  { attributes: 'bordercolor', properties: 'border-color' },
  { attributes: 'cellspacing', properties: 'border-spacing' },
  {
    attributes: 'cellpadding',
    on: ':is([cellpadding] td, [cellpadding] th)',
    properties: 'padding',
  },
  { attributes: 'frame', properties: 'border' },
  { attributes: 'rules', on: ':is([rules], [rules] *)', properties: 'border border-collapse' },
  { attributes: 'valign', properties: 'vertical-align' },
  { attributes: 'width', properties: 'width aspect-ratio' },
  { attributes: 'height', properties: 'height aspect-ratio' },
  // 15.4: pictures and frames.
  { attributes: 'frameborder', properties: 'border' },
  { attributes: 'hspace', properties: 'margin' },
  { attributes: 'vspace', properties: 'margin' },
  // MathML Core, 2.1.3.
  {
    attributes: 'mathcolor mathbackground mathsize mathvariant displaystyle scriptlevel',
    on: ':is(math, math *)',
    properties: 'color background font-size text-transform math-style math-depth',
  },
];

/** Presentation attributes, each for the property of its name (SVG 2, 6.6 and 8 to 10). */
const ofDrawings = new Set(
  `alignment-baseline baseline-shift clip-path clip-rule color color-interpolation
  color-interpolation-filters cursor cx cy d direction display dominant-baseline fill fill-opacity
  fill-rule filter flood-color flood-opacity font-family font-size font-size-adjust font-stretch
  font-style font-variant font-weight height image-rendering letter-spacing lighting-color
  marker-end marker-mid marker-start mask mask-type opacity overflow paint-order pointer-events r
  rx ry shape-rendering stop-color stop-opacity stroke stroke-dasharray stroke-dashoffset
  stroke-linecap stroke-linejoin stroke-miterlimit stroke-opacity stroke-width text-anchor
  text-decoration text-overflow text-rendering transform transform-origin unicode-bidi
  vector-effect visibility white-space width word-spacing writing-mode x y`.split(/\s+/),
);

/** Where attributes may be written. */
export interface HintSource {
  readonly template: string;
  /** All code that may put attributes on elements; undefined where some of it is not known. */
  readonly scripts: readonly string[] | undefined;
}

/**
 * Rules that let through what attributes say, as far as the mould makes use of them: nested in one
 * for the elements of its casts.
 */
export function hintRules({ template, scripts }: HintSource): string[] {
  // No border is what browsers begin with, whoever asks for it.
  const [markup, drawings] = apart(template.replace(/\sborder\s*=\s*["']?0["']?(?=[\s>/])/gi, ''));
  const written = attributesIn(markup);
  const drawn = attributesIn(drawings);
  const set = new Set((scripts ?? []).flatMap(setBy));
  const isSet = (name: string, of?: RegExp) =>
    !scripts ||
    (of ? [...(written.get(name) ?? [])].some((tag) => of.test(tag)) : written.has(name)) ||
    (set.has(name) && (!of || scripts.some((text) => writes(text, of))));
  const isDrawn = drawings !== '' || (scripts ?? ['svg']).some((text) => /\bsvg\b/i.test(text));
  const onDrawing = [...ofDrawings].filter(
    (name) => !scripts || drawn.get(name)?.has('svg') || (isDrawn && set.has(name)),
  );
  const hasCells = [template, ...(scripts ?? [])].some((text) => /<t[dh]\b|insertCell/i.test(text));
  return [
    // Browsers treat what cells are padded with as if an attribute said it.
    ...(hasCells ? ['&:is(td, th) { padding: 1px }'] : []),
    ...hints
      .filter(({ attributes, of }) => attributes.split(' ').some((one) => isSet(one, of)))
      .map(({ attributes, on, properties }) =>
        letThrough(`&${on ?? `[${attributes}]`}`, properties.split(' ')),
      ),
    ...(/<marquee\b/i.test(template) ? ['&:is(marquee) { all: revert-layer }'] : []),
    // What is in a drawing is nothing that hosts have rules for.
    ...(isDrawn ? ['&:is(svg *) { all: revert-layer }'] : []),
    ...(isDrawn && onDrawing.length > 0 ? [letThrough('&:is(svg)', onDrawing)] : []),
  ];
}

function letThrough(selector: string, properties: readonly string[]): string {
  return `${selector} { ${properties.map((one) => `${one}: revert-layer`).join('; ')} }`;
}

/** Markup without its drawings, and these. */
function apart(template: string): [markup: string, drawings: string] {
  const drawings: string[] = [];
  const markup = template.replace(/<svg\b.*?(?:<\/svg\s*>|$)/gis, (drawing) => {
    drawings.push(drawing);
    return '';
  });
  return [markup, drawings.join('\n')];
}

/** The names of attributes in markup, with those of the elements that have them. */
function attributesIn(markup: string): Map<string, Set<string>> {
  const found = new Map<string, Set<string>>();
  for (const [tag, element = ''] of markup.matchAll(/<([a-z][\w-]*)[^>]*>/gi)) {
    for (const name of tag.match(/(?<=[\s"'])[a-z][\w-]*(?=[\s=>/])/gi) ?? []) {
      const of = found.get(name.toLowerCase()) ?? new Set();
      found.set(name.toLowerCase(), of.add(element.toLowerCase()));
    }
  }
  return found;
}

/** Names that code sets on elements: by call, by assignment, or in markup that it writes. */
function setBy(code: string): string[] {
  const patterns = [
    /setAttribute(?:NS)?\(\s*(?:[^,()]*,\s*)?['"`]([\w-]+)/g,
    /toggleAttribute\(\s*['"`]([\w-]+)/g,
    /(?<!style)\.(\w+)\s*=(?![=>])/g,
    /\s([a-z][\w-]*)=\\?["'`$]/gi,
    ...(/\b(?:attr|prop)\b/.test(code) ? [/['"`]([a-z][\w-]*)['"`]/g, /\b([a-z]\w*):/g] : []),
  ];
  return patterns.flatMap((pattern) =>
    [...code.matchAll(pattern)].map(([, name = '']) => name.toLowerCase()),
  );
}

/** True for code that writes elements of some names. */
function writes(code: string, of: RegExp): boolean {
  return [...code.matchAll(/<([a-z]+)\b|createElement\(\s*['"`]([a-z]+)/gi)].some(([, tag, made]) =>
    of.test((tag ?? made ?? '').toLowerCase()),
  );
}
