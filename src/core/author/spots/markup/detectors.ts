import { attributeTexts } from './attribute-texts.ts';
import { classChoices } from './class-choices.ts';
import { dataValues } from './data-values.ts';
import { dateTimes } from './date-times.ts';
import type { MarkupDetector } from './detector.ts';
import { drawnColors } from './drawn-colors.ts';
import { films } from './films.ts';
import { headingLevels } from './heading-levels.ts';
import { icons } from './icons.ts';
import { addresses, links, pressedAddresses } from './links.ts';
import { measures } from './measures.ts';
import { options } from './options.ts';
import { pictures } from './pictures.ts';
import { richTexts } from './rich-texts.ts';
import { styleValues } from './style-values.ts';
import { texts } from './texts.ts';
import { utilityColors } from './utility-colors.ts';

/**
 * What looks for spots in markup, in order: what one has found is not looked at by those after it.
 */
export const markupDetectors: readonly MarkupDetector[] = [
  icons,
  richTexts,
  links,
  pressedAddresses,
  utilityColors,
  addresses,
  options,
  pictures,
  films,
  texts,
  attributeTexts,
  measures,
  dateTimes,
  dataValues,
  styleValues,
  drawnColors,
  classChoices,
  headingLevels,
];
