import { wayStep } from '../../kernel/ids';
import { type Step, type StepSheet, takenOver, timings, withoutStep } from '../../work';
import { isAddedStep } from '../byHand/handSteps';
import { clockMarks } from '../learnt';
import type { JobReading } from '../readJob';

/** Id that a sheet gets which only a job has: by what it leads to. */
export const oursId = (family: string, sheet: Pick<StepSheet, 'role' | 'end'>): string =>
  `ours-${family}-${sheet.role}-${sheet.end}`;

/**
 * A swap's sheet as it was really gone: in the order of the job, with the minutes that were timed, without what was not
 * needed, with what was done otherwise written in, and the steps that were written down at the vehicle.
 * @param language of the words that were written down; null: the swap has no sheet
 */
export function sheetAsDone(
  reading: Pick<JobReading, 'record' | 'strip'>,
  swap: string,
  family: string,
  language: string,
): StepSheet | null {
  const { strip } = reading;
  const use = strip.uses.find((u) => u.swap === swap);
  if (!use?.sheet) return null;
  const { sheet } = use;
  const lines = [...strip.out, ...strip.back].filter((l) => l.step.sheet === sheet.id);
  const order = [...new Set(lines.map((l) => l.step.step.id))];
  const byId = new Map(sheet.steps.map((s) => [s.id, s]));
  const took = new Map(timings(clockMarks(reading)).map((t) => [t.step, t.minutes]));
  let made: StepSheet = { ...sheet, steps: order.flatMap((id) => byId.get(id) ?? []) };
  for (const id of order) {
    for (const way of ['out', 'back'] as const) {
      const here = lines.filter((l) => l.step.step.id === id && l.step.way === way);
      const times = here.flatMap((l) => took.get(wayStep(way, l.step.id)) ?? []);
      const said = [...new Set(here.flatMap((l) => (l.tick?.outcome === 'differs' ? [l.tick.words] : [])))];
      const from = byId.get(id)?.minutes ?? 0;
      if (times.length > 0) {
        const to = Math.max(0.5, Math.round((times.reduce((a, b) => a + b, 0) / times.length) * 2) / 2);
        made = takenOver(made, { kind: 'minutes', step: id, way, from, to, times: times.length }, language);
      }
      if (said.length > 0)
        made = takenOver(made, { kind: 'differs', step: id, way, words: said, jobs: 1 }, language);
      if (way === 'out' && here.length > 0 && here.every((l) => l.tick?.outcome === 'not-needed'))
        made = { ...made, steps: withoutStep(made.steps, id) };
    }
  }
  return named(made, family, language);
}

/** A sheet of the shelf keeps its name; one that only the job has gets ids and words that anybody can read. */
function named(sheet: StepSheet, family: string, language: string): StepSheet {
  const taken = new Set(sheet.steps.map((s) => s.id).filter((id) => !isAddedStep(id)));
  const ids = new Map<string, string>();
  for (const s of sheet.steps) if (isAddedStep(s.id)) ids.set(s.id, freeId(s, taken));
  const id = (of: string) => ids.get(of) ?? of;
  const steps = sheet.steps.map((s) => ({
    ...s,
    id: id(s.id),
    title: worded(s.title, language),
    ...(s.after ? { after: s.after.map((e) => ({ ...e, step: id(e.step) })) } : {}),
  }));
  const own = sheet.id.startsWith('own/');
  return {
    ...sheet,
    steps,
    id: own ? oursId(family, sheet) : sheet.id,
    name: own ? { [language]: `${sheet.role}, ${sheet.end}` } : sheet.name,
  };
}

/** What was written down is in nobody's language: it is in that of whoever keeps it. */
const worded = (prose: Step['title'], language: string): Step['title'] =>
  'und' in prose ? { [language]: prose.und ?? '' } : prose;

function freeId(step: Step, taken: Set<string>): string {
  const words = Object.values(step.title)[0] ?? '';
  const plain = words
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .slice(0, 40);
  const base = plain === '' ? 'step' : plain;
  let id = base;
  for (let n = 2; taken.has(id); n += 1) id = `${base}-${n}`;
  taken.add(id);
  return id;
}
