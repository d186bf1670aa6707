'use client';
import { HAND_HAZARDS, HAND_LAMPS, type HandLamp, handFunctions, type OwnLine, usualLamps } from '@/core/job';
import { BODY_STYLES, type BodyStyle } from '@/core/catalogue';
import type { LampFunction } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';

const usual = (body: BodyStyle): OwnLine['lamps'] =>
  usualLamps(body).map((lamp) => ({ lamp, does: handFunctions(lamp).does }));

/** A line by hand as it begins: a body with its usual lamps. */
export const emptyLine = (): OwnLine => ({
  maker: '',
  name: '',
  body: 'van',
  hazards: [],
  lamps: usual('van'),
});

/** A vehicle that the shelf does not know: who made it, what it is, and which lamps are on it today. */
export function OwnLineFields({
  line,
  onChange,
  onBack,
  faultOf,
}: {
  line: OwnLine;
  onChange: (line: OwnLine) => void;
  onBack: () => void;
  faultOf: (path: 'ownMaker' | 'ownName' | 'ownLamps') => string | null;
}) {
  const { t, tCode, has } = useWords();
  const nameOf = (lamp: HandLamp) => {
    const [role = ''] = lamp.split('.');
    return has(`position.${lamp}`) ? tCode(`position.${lamp}`) : tCode(`position.${role}`);
  };
  const setLamp = (lamp: HandLamp, does: readonly LampFunction[] | null) =>
    onChange({
      ...line,
      lamps: HAND_LAMPS.flatMap((l) => {
        if (l === lamp) return does ? [{ lamp, does }] : [];
        return line.lamps.filter((x) => x.lamp === l);
      }),
    });
  const text = (key: 'maker' | 'name', path: 'ownMaker' | 'ownName') => (
    <label className="grid content-start gap-1 text-sm font-semibold">
      {t(`own.${key}`)}
      <input
        className={FIELD}
        name={path}
        value={line[key]}
        maxLength={80}
        autoComplete="off"
        onChange={(e) => onChange({ ...line, [key]: e.target.value })}
        aria-invalid={faultOf(path) !== null}
      />
      {faultOf(path) !== null && (
        <span role="alert" className="font-normal text-plum">
          {faultOf(path)}
        </span>
      )}
    </label>
  );
  return (
    <fieldset className="grid gap-4 bg-raised p-4" data-own-fields>
      <legend className="float-left flex w-full flex-wrap items-baseline justify-between gap-3">
        <span className="font-head text-lg font-semibold">{t('own.title')}</span>
        <button type="button" className={BUTTON.quiet} onClick={onBack}>
          {t('own.back')}
        </button>
      </legend>
      <div className="grid gap-4 md:grid-cols-3">
        {text('maker', 'ownMaker')}
        {text('name', 'ownName')}
        <label className="grid content-start gap-1 text-sm font-semibold">
          {t('own.body')}
          <select
            className={FIELD}
            name="ownBody"
            value={line.body}
            onChange={(e) => {
              const body = e.target.value as BodyStyle;
              onChange({ ...line, body, lamps: usual(body) });
            }}
          >
            {BODY_STYLES.map((b) => (
              <option key={b} value={b}>
                {tCode(`body.${b}`)}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="flex flex-wrap gap-x-6 gap-y-1 text-sm">
        {HAND_HAZARDS.map((h) => (
          <label key={h} className="flex items-center gap-2">
            <input
              type="checkbox"
              className="size-4.5 accent-petrol"
              checked={line.hazards.includes(h)}
              onChange={(e) =>
                onChange({
                  ...line,
                  hazards: HAND_HAZARDS.filter((x) =>
                    x === h ? e.target.checked : line.hazards.includes(x),
                  ),
                })
              }
            />
            {tCode(`own.hazard.${h}`)}
          </label>
        ))}
      </div>
      <div>
        <p className="text-sm font-semibold">{t('own.lamps')}</p>
        {faultOf('ownLamps') !== null && (
          <p role="alert" className="text-sm text-plum">
            {faultOf('ownLamps')}
          </p>
        )}
        <ul className="mt-1 gap-x-8 md:columns-2">
          {HAND_LAMPS.map((lamp) => {
            const told = line.lamps.find((l) => l.lamp === lamp);
            const { does, perhaps } = handFunctions(lamp);
            return (
              <li key={lamp} className="break-inside-avoid border-b border-line py-1.5" data-own-lamp={lamp}>
                <label className="flex items-center gap-2 font-semibold">
                  <input
                    type="checkbox"
                    className="size-4.5 accent-petrol"
                    checked={told !== undefined}
                    onChange={(e) => setLamp(lamp, e.target.checked ? does : null)}
                  />
                  <span className="first-letter:uppercase">{nameOf(lamp)}</span>
                </label>
                {told && does.length + perhaps.length > 1 && (
                  <div className="flex flex-wrap gap-x-4 gap-y-0.5 pl-6.5 text-sm">
                    {[...does, ...perhaps].map((d) => (
                      <label key={d} className="flex min-h-7 items-center gap-1.5">
                        <input
                          type="checkbox"
                          className="size-4.5 accent-petrol"
                          checked={told.does.includes(d)}
                          onChange={(e) =>
                            setLamp(
                              lamp,
                              [...does, ...perhaps].filter((x) =>
                                x === d ? e.target.checked : told.does.includes(x),
                              ),
                            )
                          }
                        />
                        {tCode(`does.${d}`)}
                      </label>
                    ))}
                  </div>
                )}
              </li>
            );
          })}
        </ul>
      </div>
    </fieldset>
  );
}
