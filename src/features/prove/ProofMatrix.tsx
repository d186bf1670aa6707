'use client';
import type { CellState } from '@/core/prove';
import type { ProofLine } from '@/core/job';
import { useJob } from '../job/JobContext';

const SIGN: Readonly<Record<CellState, string>> = { proven: '✓', mismatch: '≠', outdated: '↻', unproven: '' };

/** All settings and all functions at once: what is proven, what is not, what did otherwise. */
export function ProofMatrix({
  lines,
  current,
  onPick,
}: {
  lines: readonly ProofLine[];
  current: ProofLine;
  onPick: (id: string) => void;
}) {
  const { view, words, say } = useJob();
  const { t, tCode } = words;
  const positions = [...new Set(lines.flatMap((l) => l.lamps.map((x) => x.position)))];
  const rows = [...new Set(lines.flatMap((l) => l.lamps.flatMap((x) => x.cells.map((c) => c.cell.does))))];
  const codeOf = (p: string) => view.positions.find((x) => x.key === p)?.code ?? p;
  const cellOf = (l: ProofLine, position: string, does: string) =>
    l.lamps.find((x) => x.position === position)?.cells.find((c) => c.cell.does === does);
  const edge = (l: ProofLine, i: number) =>
    `${i === 0 ? 'border-l border-line' : ''} ${l === current ? 'bg-petrol-wash' : ''}`;
  return (
    <div
      className="relative shrink-0 overflow-x-auto"
      tabIndex={0}
      role="region"
      aria-label={t('prove.matrix')}
    >
      <table className="border-collapse text-[0.9rem]">
        <caption className="whitespace-nowrap pb-1 text-left font-head text-lg font-semibold">
          {t('prove.matrix')}{' '}
          <span className="font-sans text-sm font-normal text-soft">{t('prove.key')}</span>
        </caption>
        <thead>
          <tr>
            <th className="pr-4 text-left text-sm font-semibold text-soft">{t('functions.function')}</th>
            {lines.map((l, i) => (
              <th key={l.id} colSpan={positions.length} className={`p-0 ${edge(l, 0)}`}>
                <button
                  className="min-h-7 w-full min-w-8 font-mono font-semibold"
                  aria-pressed={l === current}
                  onClick={() => onPick(l.id)}
                  aria-label={t('prove.pick', {
                    number: i + 1,
                    state: l.state
                      ? say.setting(l.state)
                      : l.id === 'over-time'
                        ? t('prove.over-time')
                        : say.does(l.id.split(':')[1] ?? ''),
                  })}
                  data-pick={l.id}
                >
                  {i + 1}
                </button>
              </th>
            ))}
          </tr>
          <tr className="border-b border-line">
            <td />
            {lines.map((l) =>
              positions.map((p, i) => (
                <th
                  key={`${l.id}/${p}`}
                  className={`px-1 font-mono text-xs font-normal text-soft ${edge(l, i)}`}
                >
                  <abbr title={say.position(p)} className="no-underline">
                    {codeOf(p)}
                  </abbr>
                </th>
              )),
            )}
          </tr>
        </thead>
        <tbody>
          {rows.map((does) => (
            <tr key={does} className="border-b border-line">
              <th scope="row" className="whitespace-nowrap py-0.5 pr-4 text-left font-normal">
                {say.does(does)}
              </th>
              {lines.map((l) =>
                positions.map((p, i) => {
                  const c = cellOf(l, p, does);
                  const lit = c && (c.cell.level === null || c.cell.level.kind !== 'off');
                  return (
                    <td
                      key={`${l.id}/${p}`}
                      className={`min-w-8 text-center ${edge(l, i)} ${c?.state === 'mismatch' ? 'font-bold text-plum' : c?.state === 'proven' ? 'text-petrol' : 'text-faint'}`}
                    >
                      {c && (
                        <>
                          <span aria-hidden>{SIGN[c.state] || (lit ? '○' : '·')}</span>
                          <span className="sr-only">{tCode(`cell.${c.state}`)}</span>
                        </>
                      )}
                    </td>
                  );
                }),
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
