import { constants } from './constants.ts';
import type { ScriptDetector } from './detector.ts';
import { hostTargets } from './host-targets.ts';
import { settings } from './settings.ts';
import { shownTexts } from './shown-texts.ts';
import { scriptColors } from './style-colors.ts';
import { timers } from './timers.ts';

/** What looks for spots in script, in order: what one has found is not looked at by those after it. */
export const scriptDetectors: readonly ScriptDetector[] = [
  constants,
  settings,
  timers,
  scriptColors,
  shownTexts,
  hostTargets,
];
