import { closedMarkup } from '#closed-markup';
import type { Json } from '../../model/json-source.ts';
import { asText, type Kind } from '../../model/kind.ts';
import { kindOfName } from '../../model/own-kinds.ts';
import type { PageGuard } from '../guard/page-guard.ts';
import { readerOf, type Scope, type Write } from '../template/scope.ts';
import { escapeForScript, toHtmlText } from '../template/sink.ts';
import type { AttributePart, Condition, PlanOf, ValueAt } from './plan.ts';

/** A value between tags, as its characters. */
export function linkText({ of }: PlanOf<'text'>, guard: PageGuard): Write {
  const read = readerOf(of);
  const kind = kindOf(of);
  const { text = asText } = kind;
  if (text === asText) {
    return (scope) => {
      const value = read(scope);
      if (typeof value === 'string') return toHtmlText(guard.text(value, kind));
      return value === null ? '' : toHtmlText(asText(value));
    };
  }
  return (scope) => {
    const value = read(scope);
    return value === null ? '' : toHtmlText(guard.text(text(value), kind));
  };
}

/** A value between tags, as its own markup. */
export function linkHtml({ of, room }: PlanOf<'html'>, guard: PageGuard): Write {
  const read = readerOf(of);
  const kind = kindOf(of);
  const { html = asText, isEmpty, isHostMarkup, isTextual } = kind;
  const write = isHostMarkup
    ? (value: Json) => closedMarkup(String(value))
    : isTextual
      ? (value: Json) => html(guard.text(String(value), kind), room)
      : (value: Json) => html(value, room);
  return (scope) => {
    const value = read(scope);
    return isEmpty(value) ? '' : write(value);
  };
}

export function linkData({ part }: PlanOf<'data'>, guard: PageGuard): Write {
  const write = linkJson(part, guard);
  return (scope) => escapeForScript(write(scope));
}

/** A value for its place in JSON; not escaped for what is around that yet. */
export function linkJson({ of, json }: AttributePart, guard: PageGuard): Write {
  const read = readerOf(of);
  const kind = kindOf(of);
  if (json === 'value') {
    const { data } = kind;
    return (scope) => {
      const value = read(scope);
      return JSON.stringify(data && value !== null ? data(value) : guard.json(value, kind));
    };
  }
  const text = kind.text ?? kind.address ?? String;
  return (scope) => {
    const value: Json = read(scope);
    return value === null ? '' : JSON.stringify(guard.text(text(value), kind)).slice(1, -1);
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

export function kindOf({ kind, own }: ValueAt): Kind {
  return kindOfName(kind, own);
}
