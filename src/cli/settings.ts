import { setKey } from '../core/author/hand/set-key.ts';
import type { Mould } from '../core/model/mould.ts';
import { finding } from '../core/problem/finding.ts';
import { Refusal } from '../core/problem/refusal.ts';

/** `KEY=VALUE`, read. */
export interface Setting {
  readonly key: string;
  readonly how: '=' | '+=' | '-=';
  readonly value: string;
}

/** @throws Refusal for what is not KEY=VALUE */
export function settingOf(written: string, command: string): Setting {
  const [, key, how, value] = /^([\w.-]+?)(\+=|-=|=)([\s\S]*)$/.exec(written) ?? [];
  if (key !== undefined && value !== undefined) return { key, value, how: how as Setting['how'] };
  const what = `${JSON.stringify(written)} is not KEY=VALUE.`;
  throw new Refusal(finding('call/usage', { what, command }));
}

export function withSetting(mould: Mould, { key, value, how }: Setting): Mould {
  return setKey(mould, key, value, how);
}

export function saySetting({ key, value, how }: Setting): string {
  return value === '' ? `${key} is gone.` : `${key} ${how} ${value}`;
}
