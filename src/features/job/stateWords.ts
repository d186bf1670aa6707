import { CONTROL_NAMES, CONTROLS, type ControlState } from '@/core/controls';
import type { Words } from '@/words';

/** A setting of the controls in words: the switches that are not at rest. */
export function stateWords(s: ControlState, { t, tCode, list }: Words): string {
  return (
    list(
      CONTROL_NAMES.filter((c) => s[c] !== CONTROLS[c][0]).map((c) =>
        s[c] === 'yes' ? tCode(`control.${c}`) : `${tCode(`control.${c}`)} ${tCode(`control.${c}.${s[c]}`)}`,
      ),
    ) || t('light.at-rest')
  );
}
