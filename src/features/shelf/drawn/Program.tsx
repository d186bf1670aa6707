'use client';
import { useEffect, useMemo, useRef, useState } from 'react';
import { lightOverTime } from '@/core/light/overTime/simulate';
import { readScore } from '@/core/light/overTime/score';
import { PREPARED_SCORES, type PreparedName, safeSpeedOf } from '@/core/light/overTime/prepared';
import { lightByCases } from '@/core/light/supply/byCases';
import {
  innerEnd,
  parted,
  TEMPLATES,
  type TemplateName,
  templateSegments,
} from '@/core/light/program/templates';
import type { FunctionProgram, LampProgram } from '@/core/light/program/types';
import { programOf } from '@/core/light/program/usual';
import { LAMP_FUNCTIONS, LIGHT_COLOURS, type LampFunction, type Provided } from '@/core/vehicle';
import { BUTTON, FIELD } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import { animator, lightsOf } from '../../job/dusk/animate';
import { FaceSegments } from '../../job/dusk/FaceSegments';
import { Playhead } from '../../job/dusk/playhead';
import { type Column, type DrawnProps, figure, flag, ids, number, text, whole, within } from './columns';
import { FaceAreas } from './FaceAreas';
import { JsonTable } from './JsonTable';

const COLUMNS: readonly Column[] = [
  text('does', { options: LAMP_FUNCTIONS }),
  ids('segments'),
  text('colour', { options: LIGHT_COLOURS }),
  text('side', { options: ['left', 'right'] }),
  text('mode', { options: ['open', 'closed'] }),
  within('sweep', { ...figure('stepMs'), name: 'sweep-step' }),
  within('sweep', { ...text('how', { options: ['fill', 'run'] }), name: 'sweep-how' }),
  within('sweep', { ...text('from', { options: ['inner', 'outer'] }), name: 'sweep-from' }),
  within('sweep', { ...number('together'), name: 'sweep-together' }),
  flag('sockets', 'absent'),
  within('out', { ...text('while', { options: LAMP_FUNCTIONS }), name: 'out-while' }),
  within('out', { ...figure('returnMs'), name: 'out-return' }),
  within('dimmed', { ...number('to'), name: 'dimmed-to' }),
  within('dimmed', { ...text('while', { options: LAMP_FUNCTIONS }), name: 'dimmed-while' }),
  within('pulses', { ...number('count'), name: 'pulses' }),
  within('pulses', { ...number('onMs'), name: 'pulse-on' }),
  within('pulses', { ...number('offMs'), name: 'pulse-off' }),
  within('fade', { ...number('upMs'), name: 'fade-up' }),
  within('fade', { ...number('downMs'), name: 'fade-down' }),
  number('afterDarkMs'),
];

const parsed = <T,>(text: string | undefined, otherwise: T): T => {
  try {
    return (JSON.parse(text || 'null') as T | null) ?? otherwise;
  } catch {
    return otherwise;
  }
};

const EMPTY: LampProgram = { segments: [], functions: [] };

/** What a lamp does over time, drawn on its face: areas from a template, behaviours in a table, played at once. */
export function Program({ value, cells, readOnly, onChange }: DrawnProps) {
  const { t, tCode } = useWords();
  const program = parsed<LampProgram>(value, EMPTY);
  const face = parsed<{ aspect?: number; segments?: never[] }>(cells.face, {});
  const functions = parsed<readonly Provided[]>(cells.functions, []);
  const end = ['tail', 'high-stop'].includes(cells.role ?? '') ? 'rear' : 'front';
  const put = (next: LampProgram) => onChange(whole(next));
  const fromFace = () =>
    put(
      programOf({
        face: { aspect: face.aspect ?? 2, segments: face.segments ?? [] },
        traits: [],
        functions,
      }),
    );
  return (
    <div className="grid gap-3">
      <div className="grid grid-cols-[minmax(0,1fr)] items-start gap-4 lg:grid-cols-[minmax(0,24rem)_minmax(0,1fr)]">
        <Played program={program} functions={functions} aspect={face.aspect ?? 2} />
        {!readOnly && (
          <div className="grid gap-2">
            <Templates
              onLay={(name, count, rows) => {
                const segments = templateSegments(name, { count, rows, inner: innerEnd(end) });
                const all = segments.map((s) => s.id);
                put({
                  ...program,
                  segments,
                  functions: program.functions.length
                    ? program.functions.map((f) => ({ ...f, segments: all }))
                    : lightsOn(functions).map((does): FunctionProgram => ({ does, segments: all })),
                });
              }}
              onPart={(does, count) => put(parted(program, does, count, innerEnd(end)))}
              functions={[...new Set(program.functions.map((f) => f.does))]}
            />
            <button type="button" className={`${BUTTON.quiet} justify-self-start`} onClick={fromFace}>
              {t('program.from-face')}
            </button>
          </div>
        )}
      </div>
      {!readOnly && (
        <FaceAreas
          program={program}
          aspect={face.aspect ?? 2}
          functions={lightsOn(functions)}
          inner={innerEnd(end)}
          onChange={put}
        />
      )}
      <JsonTable
        label={tCode('column.program')}
        items={program.functions as unknown as readonly Readonly<Record<string, unknown>>[]}
        columns={COLUMNS}
        fresh={() => ({
          does: lightsOn(functions)[0] ?? 'turn',
          segments: program.segments.map((s) => s.id),
        })}
        readOnly={readOnly}
        onChange={(next) => put({ ...program, functions: next as unknown as LampProgram['functions'] })}
      />
      <p className="text-sm text-soft">{t('program.figures')}</p>
    </div>
  );
}

const lightsOn = (functions: readonly Provided[]): readonly LampFunction[] =>
  functions
    .map((f) => f.does)
    .filter((d): d is LampFunction => (LAMP_FUNCTIONS as readonly string[]).includes(d));

function Templates({
  onLay,
  onPart,
  functions,
}: {
  onLay: (name: TemplateName, count: number, rows: number) => void;
  onPart: (does: LampFunction, count: number) => void;
  functions: readonly LampFunction[];
}) {
  const { t, tCode } = useWords();
  const [name, setName] = useState<TemplateName>('bar');
  const [count, setCount] = useState('6');
  const [rows, setRows] = useState('2');
  const [does, setDoes] = useState<LampFunction | ''>('');
  const chosen = does || functions[0];
  const input = (label: string, value: string, set: (x: string) => void, key: string) => (
    <label className="grid w-20 gap-0.5 text-sm">
      {label}
      <input
        className={FIELD}
        inputMode="numeric"
        value={value}
        onChange={(e) => set(e.target.value)}
        name={key}
      />
    </label>
  );
  return (
    <>
      <div className="flex flex-wrap items-end gap-2">
        <label className="grid gap-0.5 text-sm">
          {t('program.template')}
          <select
            className={FIELD}
            value={name}
            onChange={(e) => setName(e.target.value as TemplateName)}
            name="template"
          >
            {TEMPLATES.map((x) => (
              <option key={x} value={x}>
                {tCode(`program.template-${x}`)}
              </option>
            ))}
          </select>
        </label>
        {input(t('program.count'), count, setCount, 'count')}
        {name === 'matrix' && input(t('program.rows'), rows, setRows, 'rows')}
        <button
          type="button"
          className={BUTTON.plain}
          onClick={() => onLay(name, Number(count) || 1, Number(rows) || 1)}
          data-lay
        >
          {t('program.lay')}
        </button>
      </div>
      {chosen && (
        <div className="flex flex-wrap items-end gap-2">
          <label className="grid gap-0.5 text-sm">
            {t('program.part-of')}
            <select
              className={FIELD}
              value={chosen}
              onChange={(e) => setDoes(e.target.value as LampFunction)}
              name="part-of"
            >
              {functions.map((x) => (
                <option key={x} value={x}>
                  {tCode(`does.${x}`)}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className={BUTTON.plain}
            onClick={() => onPart(chosen, Number(count) || 1)}
            data-part
          >
            {t('program.part', { count: Number(count) || 1 })}
          </button>
        </div>
      )}
    </>
  );
}

const SHOWN: readonly PreparedName[] = ['turn-over-drl', 'dusk', 'hazard-brake', 'all-functions'];

/** The face with its program, played on sound wires. */
function Played({
  program,
  functions,
  aspect,
}: {
  program: LampProgram;
  functions: readonly Provided[];
  aspect: number;
}) {
  const { t, tCode } = useWords();
  const [playhead] = useState(() => new Playhead(1));
  const [name, setName] = useState<PreparedName>('turn-over-drl');
  const root = useRef<HTMLDivElement>(null);
  const shown = useMemo(() => {
    const read = readScore(PREPARED_SCORES[name]);
    const lamp = { position: 'face', side: 'left' as const, functions, program };
    try {
      const light = lightOverTime(
        lightByCases([lamp], [], { perMinute: 90, onShare: 0.5 }),
        read.kind === 'spans' ? read.spans : [],
      );
      return lightsOf([['shelf', [light]]]);
    } catch {
      // A program that is being typed is not whole yet: it is drawn dark.
      return lightsOf([]);
    }
  }, [name, program, functions]);
  useEffect(() => {
    playhead.take(PREPARED_SCORES[name].lengthMs * 1000, safeSpeedOf(shown.values()));
    if (!root.current) return undefined;
    const stop = playhead.onFrame(animator(root.current, shown));
    return () => {
      stop();
      playhead.pause();
    };
  }, [playhead, shown, name]);
  return (
    <div ref={root} className="grid justify-items-start gap-2" data-program-face>
      <svg
        viewBox={`0 0 ${100 * aspect} 100`}
        width={aspect < 1 ? 130 : 360}
        height={(aspect < 1 ? 130 : 360) / aspect}
        className="h-auto max-w-full"
        role="img"
        aria-label={t('program.face')}
      >
        <FaceSegments program={program} aspect={aspect} mirrored={false} view="shelf" position="face" />
      </svg>
      <div className="flex flex-wrap gap-1.5">
        {SHOWN.map((x) => (
          <button
            key={x}
            type="button"
            className="rounded-sm border border-outline bg-raised px-2 py-1 text-sm font-semibold aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
            aria-pressed={name === x}
            onClick={() => {
              setName(x);
              requestAnimationFrame(() => playhead.play(0));
            }}
            data-play-program={x}
          >
            {tCode(`score.${x}`)}
          </button>
        ))}
      </div>
    </div>
  );
}
