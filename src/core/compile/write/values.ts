import { closedMarkup } from '#closed-markup';
import type { Json } from '../../model/json-source.ts';
import { asText, type Kind } from '../../model/kind.ts';
import { kinds } from '../../model/kinds.ts';
import { readerOf, type Scope, type Write } from '../template/scope.ts';
import { escapeForScript, toHtmlText } from '../template/sink.ts';
import type { AttributePart, Condition, PlanOf, ValueAt } from './plan.ts';

/** A value between tags, as its characters. */
export function linkText({ of }: PlanOf<'text'>): Write {
  const read = readerOf(of);
  const { text = asText } = kindOf(of);
  if (text === asText) {
    return (scope) => {
      const value = read(scope);
      if (typeof value === 'string') return toHtmlText(value);
      return value === null ? '' : toHtmlText(asText(value));
    };
  }
  return (scope) => {
    const value = read(scope);
    return value === null ? '' : toHtmlText(text(value));
  };
}

/** A value between tags, as its own markup. */
export function linkHtml({ of, room }: PlanOf<'html'>): Write {
  const read = readerOf(of);
  const { html = asText, isEmpty, isHostMarkup } = kindOf(of);
  const write = isHostMarkup
    ? (value: Json) => closedMarkup(String(value))
    : (value: Json) => html(value, room);
  return (scope) => {
    const value = read(scope);
    return isEmpty(value) ? '' : write(value);
  };
}

export function linkData({ part }: PlanOf<'data'>): Write {
  const write = linkJson(part);
  return (scope) => escapeForScript(write(scope));
}

/** A value for its place in JSON; not escaped for what is around that yet. */
export function linkJson({ of, json }: AttributePart): Write {
  const read = readerOf(of);
  const kind = kindOf(of);
  if (json === 'value') {
    const { data } = kind;
    return (scope) => {
      const value = read(scope);
      return JSON.stringify(data && value !== null ? data(value) : value);
    };
  }
  const text = kind.text ?? kind.address ?? String;
  return (scope) => {
    const value: Json = read(scope);
    return value === null ? '' : JSON.stringify(text(value)).slice(1, -1);
  };
}

/** A value is compared by its characters, so that `level is 2` holds for the number too. */
export function linkCondition({ of, wanted, isNegated }: Condition): (scope: Scope) => boolean {
  const read = readerOf(of);
  const { isEmpty } = kindOf(of);
  const holds =
    wanted === undefined
      ? (value: Json) => !isEmpty(value)
      : (value: Json) => String(value ?? '') === wanted;
  return (scope) => holds(read(scope)) !== isNegated;
}

export function kindOf({ kind }: ValueAt): Kind {
  return kinds[kind];
}
