import type { Kind } from '../../core/model/kind.ts';
import type { ControlView } from './control.ts';
import { address } from './controls/address.ts';
import { choice } from './controls/choice.ts';
import { color } from './controls/color.ts';
import { date } from './controls/date.ts';
import { file } from './controls/file.ts';
import { line } from './controls/line.ts';
import { code, lines } from './controls/lines.ts';
import { members } from './controls/members.ts';
import { number } from './controls/number.ts';
import { richtext } from './controls/richtext.ts';
import { rows } from './controls/rows.ts';
import { switchControl } from './controls/switch.ts';
import { words } from './controls/words.ts';

/** Every control by the name that kinds give it: adding one is adding a file and a row. */
export const controls = {
  line,
  lines,
  richtext,
  number,
  switch: switchControl,
  choice,
  color,
  date,
  address,
  file,
  code,
  members,
  rows,
  words,
} satisfies Record<Kind['control'], ControlView>;
