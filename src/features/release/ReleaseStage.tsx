'use client';
import { Because, type BecauseEntry } from '@/ui/Because';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useZone } from '@/ui/WordsContext';
import { ItemsPanel } from '../job/ItemsPanel';
import { releaseView } from '@/core/job';
import { ToDoRow } from '../job/ToDoRow';
import { AskLead } from './AskLead';
import { useBusy, useJob, useView } from '../job/JobContext';

/** Release: nothing is handed over while anything is open that nobody has answered for. */
export function ReleaseStage() {
  const { view, words, say, rights, sender } = useJob();
  const sending = useBusy();
  const zone = useZone();
  const { t } = words;
  const { check, locks, late, toDo } = useView(releaseView);
  const last = locks.at(-1);
  const lock = () => void sender.request(`/api/jobs/${view.id}/lock`);
  const inForce = last !== undefined && late === 0;
  return (
    <>
      <main id="main" tabIndex={-1} className="flex min-w-0 flex-col gap-5 px-6 py-4 lg:overflow-y-auto">
        <h2 className="text-2xl">{t('stage.release')}</h2>
        {last && (
          <section className="border-l-4 border-petrol bg-petrol-wash px-4 py-3" data-locked={last.revision}>
            <p className="font-semibold">
              {t('release.locked', {
                revision: last.revision,
                by: view.names[last.by] ?? '',
                at: say.date(last.at, zone),
              })}
            </p>
            {late > 0 && <p className="text-plum">{t('release.late', { count: late })}</p>}
            <ul className="mt-2 flex flex-wrap gap-3">
              {[...locks].reverse().map((l, i) => (
                <li key={l.revision} className="flex gap-3">
                  <Link
                    className={BUTTON.quiet}
                    href={`/jobs/${view.id}/sheets/customer?rev=${l.revision}`}
                    data-act={i === 0 && inForce ? '' : undefined}
                  >
                    {t('release.customer-sheet', { revision: l.revision })}
                  </Link>
                  <Link className={BUTTON.quiet} href={`/jobs/${view.id}/sheets/record?rev=${l.revision}`}>
                    {t('release.work-record', { revision: l.revision })}
                  </Link>
                </li>
              ))}
            </ul>
          </section>
        )}
        {!inForce && (
          <section className="grid gap-3" data-release-state={check.ready ? 'ready' : 'open'}>
            <div className="flex flex-wrap items-center gap-4">
              {rights.lock ? (
                <button
                  className={BUTTON.main}
                  onClick={lock}
                  disabled={!check.ready || sending}
                  data-act={check.ready ? '' : undefined}
                  data-lock
                >
                  {last ? t('release.lock-again', { revision: check.nextRevision }) : t('release.lock')}
                </button>
              ) : (
                <AskLead ready={check.ready} />
              )}
              <p className="text-soft">
                {check.ready ? t(rights.lock ? 'release.ready' : 'release.ready-for-lead') : ''}
              </p>
            </div>
            {toDo.length > 0 && (
              <div>
                <h3 className="text-lg">{t('release.to-do')}</h3>
                <ul data-to-do={toDo.length}>
                  {toDo.map((todo) => (
                    <ToDoRow key={todo.item?.id ?? JSON.stringify(todo.what)} todo={todo} stage="release" />
                  ))}
                </ul>
              </div>
            )}
          </section>
        )}
        <section>
          <h3 className="mb-2 text-lg">{t('items.title')}</h3>
          <ItemsPanel listed={!!inForce} />
        </section>
      </main>
      <ReleaseBecause />
    </>
  );
}

function ReleaseBecause() {
  const { view, words, say } = useJob();
  const release = useView(releaseView);
  const { t, tCode } = words;
  const dash = <span aria-hidden>–</span>;
  const missing: BecauseEntry[] = release.check.missing
    .filter((m) => m.code !== 'already-locked')
    .map((m) => ({ mark: <WarningMark />, text: say.reason(m).text, detail: null }));
  const items: BecauseEntry[] =
    release.check.openItems.length === 0
      ? []
      : [
          {
            mark: <WarningMark />,
            text: t('release.items-open', { count: release.check.openItems.length }),
            detail: t('release.items-rule'),
          },
        ];
  const choices: BecauseEntry[] = view.swaps.flatMap((s) =>
    s.choice
      ? [
          {
            mark: <VerdictMark verdict={s.choice.verdict} />,
            text: t('release.choice', {
              positions: say.positions(s.positions),
              verdict: tCode(`verdict.${s.choice.verdict}`),
            }),
            detail: tCode(`road.${s.choice.road}`),
          },
        ]
      : [],
  );
  const frozen: BecauseEntry[] =
    release.locks.length > 0
      ? [{ mark: dash, text: t('release.frozen'), detail: t('release.frozen-detail') }]
      : [];
  return (
    <Because
      title={t('because.title')}
      about={t('because.stage', {
        stage: t('stage.release'),
        state: tCode(`seat.${view.stages.find((s) => s.stage === 'release')?.state ?? 'open'}`),
      })}
      entries={[...missing, ...items, ...choices, ...frozen]}
    >
      <p className="border-t border-line py-3 text-sm text-soft">{t('caution.advises')}</p>
    </Because>
  );
}
