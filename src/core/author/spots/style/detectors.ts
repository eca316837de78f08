import { alignments } from './alignments.ts';
import { colors } from './colors.ts';
import { contentWords } from './content-words.ts';
import type { StyleDetector } from './detector.ts';
import { durations } from './durations.ts';
import { lengths } from './lengths.ts';
import { ownProperties } from './own-properties.ts';
import { stylePictures } from './pictures.ts';
import { siteProperties } from './site-properties.ts';
import { typefaces } from './typefaces.ts';

/** What looks for spots in style, in order: what one has found is not looked at by those after it. */
export const styleDetectors: readonly StyleDetector[] = [
  ownProperties,
  siteProperties,
  colors,
  stylePictures,
  contentWords,
  typefaces,
  lengths,
  durations,
  alignments,
];
