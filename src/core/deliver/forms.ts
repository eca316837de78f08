import type { Form } from './form.ts';
import { block } from './forms/block.ts';
import { element } from './forms/element.ts';
import { frame } from './forms/frame.ts';
import { module } from './forms/module.ts';
import { panes } from './forms/panes.ts';
import { placed } from './forms/placed.ts';

/** Every form of delivery by its name: adding one is adding a file and a row. */
export const forms = { block, panes, placed, frame, element, module } satisfies Record<
  string,
  Form
>;

export type FormName = keyof typeof forms;

export const formNames = Object.keys(forms) as FormName[];
