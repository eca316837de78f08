import type { Field } from '../model/field.ts';

/** How one field is set on a custom element. */
export interface ElementField {
  /** From the values down. */
  readonly path: string;
  readonly attribute: string;
  /** For a field at the top; undefined for members, which the property of their group holds. */
  readonly property: string | undefined;
}

/** Attributes and properties that all HTML elements have, and so no field may take. */
const taken = new Set([
  'accesskey',
  'autocapitalize',
  'autocorrect',
  'autofocus',
  'class',
  'contenteditable',
  'dir',
  'draggable',
  'enterkeyhint',
  'exportparts',
  'hidden',
  'id',
  'inert',
  'inputmode',
  'is',
  'itemid',
  'itemprop',
  'itemref',
  'itemscope',
  'itemtype',
  'lang',
  'nonce',
  'part',
  'popover',
  'role',
  'slot',
  'spellcheck',
  'style',
  'tabindex',
  'title',
  'translate',
  'values',
  'mould',
  'attributes',
  'blur',
  'children',
  'click',
  'closest',
  'dataset',
  'focus',
  'matches',
  'normalize',
  'prefix',
  'prepend',
  'append',
  'remove',
  'before',
  'after',
  'animate',
  'contains',
  'cast',
]);

/** True for a name that elements have a use of their own for. */
function isTaken(name: string): boolean {
  const plain = name.toLowerCase();
  return (
    taken.has(plain) ||
    /^(?:on|aria|data-|xml)/.test(plain) ||
    /^(?:inner|outer|text|node|parent|child|first|last|next|previous|offset|scroll|client|owner|base|local|namespace|tag|shadow|assigned|attach|has|get|set|is|insert|replace|remove|request|toggle|query|compare|clone|append|dispatch|add|move|check|current|computed|show|hide)[A-Z]/.test(
      name,
    )
  );
}

/** The attributes and properties of a mould's element, in form order; rows of lists have none. */
export function elementFields(root: Field): ElementField[] {
  const found: ElementField[] = [];
  const visit = (field: Field): void => {
    for (const member of field.members) {
      if (member.kind.isValueless) continue;
      const { path, name } = member;
      const kebab = path
        .replace(/([a-z0-9])([A-Z])/g, '$1-$2')
        .replace(/[._]/g, '-')
        .toLowerCase();
      const isTop = field === root;
      const own = isTaken(kebab) ? `field-${kebab}` : kebab;
      found.push({
        path,
        attribute: found.some(({ attribute }) => attribute === own) ? `field-${own}` : own,
        property: isTop ? propertyOf(name) : undefined,
      });
      if (!member.row) visit(member);
    }
  };
  visit(root);
  return found;
}

function propertyOf(name: string): string {
  return isTaken(name) ? `field${name.charAt(0).toUpperCase()}${name.slice(1)}` : name;
}

/** Names with a hyphen that are no custom element's (HTML Standard, 4.13.2). */
const reserved = new Set([
  'annotation-xml',
  'color-profile',
  'font-face',
  'font-face-src',
  'font-face-uri',
  'font-face-format',
  'font-face-name',
  'missing-glyph',
]);

/** The element's name: the mould's, where that can be one. */
export function tagNameOf(mould: string): string {
  const name = mould.toLowerCase();
  return name.includes('-') && !reserved.has(name) ? name : `${name}-cast`;
}
