const radius = '[ <length-percentage [0,∞]> | closest-side | farthest-side ]';

/** The type of CSS that each of these formats is. */
export const cssFormats: Readonly<Record<string, string>> = {
  'css-color': '<color>',
  'css-length': '<length-percentage>',
  'css-time': '<time [0,∞]>',
  // The package's own <basic-shape> knows no circle or ellipse.
  'css-shape': `<inset()> | <polygon()> | <xywh()> | <rect()> | circle( ${radius}? [ at <position> ]? ) | ellipse( [ ${radius}{2} ]? [ at <position> ]? )`,
  'css-position': '<position>',
  'css-weight': 'normal | bold | lighter | bolder | <number [1,1000]>',
  'css-line-height': 'normal | <number [0,∞]> | <length-percentage [0,∞]>',
};
