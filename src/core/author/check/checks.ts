import { insecure, missingDefaults, missingFiles, remote } from './address/addresses.ts';
import type { Check } from './flaw/check.ts';
import { missingLibraries, missingPlugins, repeatedLibraries } from './library/libraries.ts';
import { clickOnly } from './markup/click-only.ts';
import { headingLevel, newTab, noAlt, noIcons } from './markup/for-people.ts';
import { inlineHandlers } from './markup/handlers.ts';
import { deadReferences, sameIds } from './markup/ids.ts';
import { looseCode } from './markup/loose-code.ts';
import { nesting, partsAlone, strayEnds } from './markup/nesting.ts';
import { oddInTags, placeholdersLeft } from './markup/slips.ts';
import { deadTargets } from './markup/targets.ts';
import { unclosed } from './markup/unclosed.ts';
import { accidentalGlobals } from './script/globals.ts';
import {
  documentWrite,
  leavesCast,
  pageChanges,
  reachesOut,
  sharedState,
} from './script/page-changes.ts';
import { pageListeners } from './script/page-listeners.ts';
import { pointerOnly } from './script/pointer.ts';
import { hostLookups, unmatchedLookups } from './script/selectors.ts';
import { oddInScript, unbalancedScript } from './script/slips.ts';
import { textAsCode, unsafeMarkup } from './script/unsafe-markup.ts';
import { contrast } from './style/contrast.ts';
import { grammar } from './style/grammar.ts';
import { unmatchedRules, unusedClasses } from './style/names.ts';
import { fixedPosition, fixedWidths, textCase } from './style/place.ts';
import { lineComments, lostSemicolons, oddInStyle, unbalancedStyle } from './style/slips.ts';
import { hoverOnly, linkStates, reducedMotion } from './style/states.ts';

/** Every check of a mould's sources; each looks at one thing, in any order. */
export const checks: readonly Check[] = [
  unclosed,
  strayEnds,
  nesting,
  partsAlone,
  oddInTags,
  placeholdersLeft,
  sameIds,
  deadReferences,
  inlineHandlers,
  looseCode,
  clickOnly,
  noAlt,
  headingLevel,
  newTab,
  noIcons,
  deadTargets,
  unbalancedStyle,
  oddInStyle,
  lineComments,
  lostSemicolons,
  grammar,
  unmatchedRules,
  unusedClasses,
  contrast,
  hoverOnly,
  linkStates,
  reducedMotion,
  textCase,
  fixedWidths,
  fixedPosition,
  oddInScript,
  unbalancedScript,
  unmatchedLookups,
  hostLookups,
  documentWrite,
  pageChanges,
  reachesOut,
  sharedState,
  leavesCast,
  pageListeners,
  accidentalGlobals,
  unsafeMarkup,
  textAsCode,
  pointerOnly,
  missingLibraries,
  missingPlugins,
  repeatedLibraries,
  insecure,
  remote,
  missingFiles,
  missingDefaults,
];
