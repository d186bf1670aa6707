'use client';
import { Because, type BecauseEntry } from '@/ui/Because';
import { BUTTON } from '@/ui/classes';
import { Link } from '@/ui/Link';
import { VerdictMark, WarningMark } from '@/ui/marks';
import { useZone } from '@/ui/WordsContext';
import { ItemsPanel } from '../job/ItemsPanel';
import { releaseView } from '@/core/job';
import { useBusy, useJob, useView } from '../job/JobContext';

/** Release: nothing is handed over while anything is open that nobody has answered for. */
export function ReleaseStage() {
  const { view, words, say, rights, sender } = useJob();
  const sending = useBusy();
  const zone = useZone();
  const { t } = words;
  const { check, locks, late } = useView(releaseView);
  const last = locks.at(-1);
  const lock = () => void sender.request(`/api/jobs/${view.id}/lock`);
  const inForce = last !== undefined && late === 0;
  return (
    <>
      <main className="flex min-w-0 flex-col gap-5 px-6 py-4 lg:overflow-y-auto">
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
              {locks.map((l) => (
                <li key={l.revision} className="flex gap-3">
                  <Link className={BUTTON.quiet} href={`/jobs/${view.id}/sheets/customer?rev=${l.revision}`}>
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
          <section>
            <div className="flex items-center gap-4">
              <button
                className={BUTTON.main}
                onClick={lock}
                disabled={!check.ready || !rights.lock || sending}
              >
                {last ? t('release.lock-again', { revision: check.nextRevision }) : t('release.lock')}
              </button>
              <p className="text-soft" data-release-state>
                {check.ready
                  ? rights.lock
                    ? t('release.ready')
                    : t('release.ready-for-lead')
                  : t('release.still-open', {
                      items: check.openItems.length,
                      wants: check.missing.length,
                    })}
              </p>
            </div>
          </section>
        )}
        <section>
          <h3 className="mb-2 text-lg">{t('items.title')}</h3>
          <ItemsPanel />
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
