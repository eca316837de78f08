import { castElements, isSeen, linesOf } from '../../../facts/box.ts';

const pictures =
  /^(?:img|svg|video|audio|canvas|iframe|object|embed|input|button|select|textarea|hr|progress|meter)$/;

/** True where none of the casts, or of a page without any, has anything to be seen. */
export function isBlank(): boolean {
  return !castElements().some((element) => {
    const { width, height } = element.getBoundingClientRect();
    if (width < 1 || height < 1 || !isSeen(element)) return false;
    return pictures.test(element.localName) || linesOf(element).length > 0 || isPainted(element);
  });
}

function isPainted(element: Element): boolean {
  return ['', '::before', '::after'].some((part) => {
    const style = getComputedStyle(element, part);
    const { backgroundImage, backgroundColor, borderTopWidth, boxShadow, content } = style;
    if (part !== '' && (content === 'none' || content === 'normal')) return false;
    if (part !== '' && content !== '""') return true;
    const hasColour = !/^rgba\(.*, 0\)$/.test(backgroundColor);
    return (
      backgroundImage !== 'none' || hasColour || borderTopWidth !== '0px' || boxShadow !== 'none'
    );
  });
}
