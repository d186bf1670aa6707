import {
  type Control,
  CONTROL_NAMES,
  CONTROLS,
  type ControlState,
  type Expression,
  parseExpression,
} from '@/core/controls';
import type { Words } from './words';

/** Settings of the controls and conditions on them in words. */
export function controlWords({ t, tCode, list, or, locale }: Words) {
  const name = (c: Control) => tCode(`control.${c}`).toLocaleLowerCase(locale);
  const valueOf = (c: Control, value: string) =>
    value === 'no' ? t('control.no') : tCode(`control.${c}.${value}`);
  const is = (c: Control, value: string): string =>
    value === 'yes' ? name(c) : `${name(c)} ${valueOf(c, value)}`;
  const isNot = (c: Control, value: string): string => {
    const others = (CONTROLS[c] as readonly string[]).filter((v) => v !== value);
    return others.length === 1 && others[0]
      ? is(c, others[0])
      : `${name(c)} ${or(others.map((v) => valueOf(c, v)))}`;
  };
  const part = (e: Expression, outer: Expression['op'] | null): string => {
    switch (e.op) {
      case 'always':
        return t('feed.always');
      case 'is':
        return is(e.control, e.value);
      case 'not':
        return e.of.op === 'is'
          ? isNot(e.of.control, e.of.value)
          : t('control.not', { what: `(${part(e.of, null)})` });
      case 'and': {
        const text = list(e.of.map((x) => part(x, 'and')));
        return outer === 'or' ? `(${text})` : text;
      }
      case 'or': {
        const text = or(e.of.map((x) => part(x, 'or')));
        return outer === 'and' ? `(${text})` : text;
      }
    }
  };
  return {
    /** The switches that are not at rest: `key on and lights low`. */
    setting: (s: ControlState): string =>
      list(CONTROL_NAMES.filter((c) => s[c] !== CONTROLS[c][0]).map((c) => is(c, s[c]))) ||
      t('light.at-rest'),
    /** The same from its text, `key=on lights=low`. */
    settingText: (text: string): string =>
      list(
        text.split(' ').flatMap((x) => {
          const [c, value] = x.split('=');
          const control = CONTROL_NAMES.find((n) => n === c);
          return control && value ? [is(control, value)] : [];
        }),
      ) || t('light.at-rest'),
    /** A condition: `key on or lock flash`; text that does not parse is shown as it stands. */
    when: (text: string): string => {
      const parsed = parseExpression(text);
      return parsed.kind === 'expression' ? part(parsed.expression, null) : text;
    },
  };
}
