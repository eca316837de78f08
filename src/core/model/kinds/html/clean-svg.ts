import type { Element, RootContent } from 'hast';
import { type Schema, sanitize } from 'hast-util-sanitize';
import { toHtml } from 'hast-util-to-html';
import { htmlTree } from '#html-tree';
import { hashOf } from '../../../text/utf8.ts';

const drawn = [
  'circle',
  'clipPath',
  'defs',
  'desc',
  'ellipse',
  'g',
  'line',
  'linearGradient',
  'mask',
  'path',
  'polygon',
  'polyline',
  'radialGradient',
  'rect',
  'stop',
  'svg',
  'text',
  'title',
  'tspan',
];

/** Attributes of shapes and paint, as the tree's writer names them (SVG 2). */
const painted = [
  'clipPath',
  'clipRule',
  'color',
  'cx',
  'cy',
  'd',
  'dominantBaseline',
  'dx',
  'dy',
  'fill',
  'fillOpacity',
  'fillRule',
  'fontFamily',
  'fontSize',
  'fontWeight',
  'fx',
  'fy',
  'fr',
  'gradientTransform',
  'gradientUnits',
  'height',
  'id',
  'mask',
  'offset',
  'opacity',
  'pathLength',
  'points',
  'preserveAspectRatio',
  'r',
  'rotate',
  'rx',
  'ry',
  'spreadMethod',
  'stopColor',
  'stopOpacity',
  'stroke',
  'strokeDashArray',
  'strokeDashOffset',
  'strokeLineCap',
  'strokeLineJoin',
  'strokeMiterLimit',
  'strokeOpacity',
  'strokeWidth',
  'textAnchor',
  'transform',
  'vectorEffect',
  'viewBox',
  'width',
  'x',
  'x1',
  'x2',
  'y',
  'y1',
  'y2',
];

const schema: Schema = {
  tagNames: drawn,
  // Its class says how large it is where it stands.
  attributes: { '*': painted, svg: ['className'] },
  protocols: {},
  // Ids get a beginning of their own below.
  clobber: [],
  strip: ['script', 'style', 'foreignObject', 'a', 'animate', 'set', 'use', 'image'],
};

/**
 * Keeps of a drawing its shapes and paint: no script, no links, nothing that is loaded. Ids, which
 * gradients need, are made of what the drawing is, so that they mean no other on any page.
 *
 * @returns one `<svg>` element, or '' where there is none
 */
export function cleanSvg(svg: string): string {
  const tree = sanitize(htmlTree(svg), schema);
  const nodes = 'children' in tree ? tree.children : [tree as RootContent];
  const found = nodes.find(
    (one): one is Element => one.type === 'element' && one.tagName === 'svg',
  );
  if (!found) return '';
  const own = `i${hashOf(svg)}-`;
  ownPaint(found, own);
  return toHtml(found, { space: 'svg' });
}

/** Paint by `url(#…)` may only be the drawing's own. */
function ownPaint(element: Element, own: string): void {
  const { properties } = element;
  for (const [name, value] of Object.entries(properties)) {
    if (typeof value !== 'string') continue;
    if (name === 'id') properties.id = ownName(own, value.replace(/[^\w-]/g, ''));
    else if (/url\s*\(|\\/i.test(value)) {
      const [, id] = /^\s*url\(\s*["']?#([\w-]+)["']?\s*\)/.exec(value) ?? [];
      if (id) properties[name] = `url(#${ownName(own, id)})`;
      else delete properties[name];
    }
  }
  for (const child of element.children) if (child.type === 'element') ownPaint(child, own);
}

/** A name that has been cleaned before stays, so that cleaning twice changes nothing. */
function ownName(own: string, name: string): string {
  return /^i[0-9a-z]{7}-/.test(name) ? name : own + name;
}
