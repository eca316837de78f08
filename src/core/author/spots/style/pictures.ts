import { isSafePicture } from '../../../model/safe-address.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';
import { valueParts } from './values.ts';

/** Pictures that style shows. */
export const stylePictures: StyleDetector = (look) =>
  look.styled.flatMap((styled) => {
    const { property, value } = styled.declaration;
    if (!/^(?:-webkit-)?(?:background|mask|border-image|list-style)|^content$/.test(property))
      return [];
    return valueParts(value, valueStart(look.style.text, styled.declaration))
      .filter(({ type, address = '' }) => type === 'url' && isSafePicture(address))
      .filter(({ address = '' }) => address !== '' && !address.startsWith('#'))
      .map((part) => ({
        kind: 'image',
        value: { src: part.address ?? '' },
        marks: [variableMark(part)],
        slot: `${property}@${part.start}`,
        names: [
          ...(styled.subject.isRoot ? ['background picture'] : []),
          ...styled.subject.names.map((name) => `${name} picture`),
          'background picture',
        ],
        section: 'Content',
        weight: isShown(part.address ?? '') ? 0.85 : 0.4,
        why: 'a background image',
        same: `image ${part.address}`,
      }));
  });

/** True for a picture that lies elsewhere, or is large; a small one in the style itself is a mark. */
function isShown(address: string): boolean {
  if (!address.startsWith('data:')) return true;
  const drawing = decodeURIComponent(address.replace(/%(?![\da-f]{2})/gi, '%25'));
  const [, width] = /viewBox=['"][\d.-]+[\s,]+[\d.-]+[\s,]+([\d.]+)/i.exec(drawing) ?? [];
  return width === undefined ? address.length > 4000 : Number(width) >= 200;
}
