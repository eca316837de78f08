import { isSafeAddress } from '../../../model/safe-address.ts';
import { type StyleDetector, valueStart, variableMark } from './detector.ts';
import { valueParts } from './values.ts';

/** Pictures that style shows. */
export const stylePictures: StyleDetector = (look) =>
  look.styled.flatMap((styled) => {
    const { property, value } = styled.declaration;
    if (!/^(?:-webkit-)?(?:background|mask|border-image|list-style)|^content$/.test(property))
      return [];
    return valueParts(value, valueStart(look.style.text, styled.declaration))
      .filter(({ type, address = '' }) => type === 'url' && isSafeAddress(address))
      .filter(({ address = '' }) => address !== '' && !address.startsWith('#'))
      .map((part) => ({
        ...{ kind: 'image', value: { src: part.address ?? '' }, marks: [variableMark(part)] },
        slot: `${property}@${part.start}`,
        names: [
          ...(styled.subject.isRoot ? ['background picture'] : []),
          ...styled.subject.names.map((name) => `${name} picture`),
          'background picture',
        ],
        ...{ section: 'Content', weight: 0.85, why: 'a picture that style shows' },
        same: `image ${part.address}`,
      }));
  });
