'use client';
import { wireText } from '@/core/harness';
import { cavityOf } from '@/core/kernel/ids';
import { WIRES } from '@/core/electric/formulas';
import type { HarnessDocument } from '@/core/job';
import { DrawingView } from '@/ui/DrawingView';
import { useWords } from '@/ui/WordsContext';
import { harnessWords, plainWording } from '@/words';
import { SheetPaper, SheetPart } from './SheetFrame';

/** Harness sheet of one lamp: drawing, joint table, checks to tick. */
export function HarnessSheet({ doc, back }: { doc: HarnessDocument; back: string }) {
  const words = useWords();
  const say = plainWording(words);
  const h = harnessWords(words, say);
  const { t } = words;
  const settings = [...new Set(doc.checks?.probes.map((p) => h.setting(p.step)))];
  return (
    <SheetPaper
      title={t('sheet.harness')}
      back={back}
      shop={doc.shop.name}
      job={doc.job.number}
      stand={[t('sheet.made-now', { date: say.date(doc.madeAt, doc.shop.zone) })]}
      vehicle={`${doc.vehicle.maker} ${doc.vehicle.name}`}
      identity={doc.vehicle.identity}
      about={`${say.position(doc.position)} · ${doc.lamp.maker} ${doc.lamp.name}`}
    >
      {doc.highVoltage && <p className="font-bold">{t('check.hv')}</p>}
      <SheetPart title={t('wire.drawing')}>
        <DrawingView drawing={h.drawing(doc)} label={t('wire.drawing')} />
        <table className="mt-2 w-full border-collapse font-mono text-sm">
          <thead className="text-left">
            <tr className="border-b border-[black]">
              {(['from', 'to', 'circuit', 'wire', 'size', 'length', 'pull'] as const).map((c) => (
                <th key={c}>{t(`wire.col-${c}`)}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {doc.rows.map((r) => (
              <tr key={cavityOf(r.to.plug, r.to.cavity)} className="border-b border-[gray]">
                <td className="py-0.5">{cavityOf(r.from.plug, r.from.cavity)}</td>
                <td>{cavityOf(r.to.plug, r.to.cavity)}</td>
                <td>{h.role(r.circuit)}</td>
                <td>{r.wire ? wireText(r.wire) : '–'}</td>
                <td>{r.size ?? '–'}</td>
                <td>{r.lengthM === null ? '–' : t('wire.metres', { m: r.lengthM })}</td>
                <td>
                  {r.size && WIRES[r.size].crimpN ? t('wire.newton', { n: WIRES[r.size].crimpN ?? 0 }) : '–'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {doc.build?.notes.map((n, i) => (
          <p key={i} className="pt-1 text-sm">
            {say.reason(n).text}
          </p>
        ))}
      </SheetPart>
      <SheetPart title={t('check.ring')}>
        {(doc.checks?.ring.length ?? 0) === 0 && <p>{t('sheet.no-lead')}</p>}
        <ul>
          {doc.checks?.ring.map((l) => (
            <Tick
              key={l.id}
              what={h.ring(l.step)}
              wanted={h.ringWanted(l.step)}
              read={l.read ? h.ohm(l.read.ohm) : ''}
            />
          ))}
        </ul>
      </SheetPart>
      <SheetPart title={t('check.probe')}>
        {settings.map((setting) => (
          <div key={setting} className="break-inside-avoid">
            <p className="pt-1 font-mono font-bold">{setting}</p>
            <ul>
              {doc.checks?.probes
                .filter((p) => h.setting(p.step) === setting)
                .map((p) => (
                  <Tick
                    key={p.step.id}
                    what={h.probe(p.step)}
                    wanted={h.window(p.step)}
                    read={p.read ? `${say.number(p.read.volt)} V` : ''}
                  />
                ))}
            </ul>
          </div>
        ))}
      </SheetPart>
    </SheetPaper>
  );
}

function Tick({ what, wanted, read }: { what: string; wanted: string; read: string }) {
  return (
    <li className="grid grid-cols-[1.2rem_1fr_10rem_7rem] items-center gap-3 border-b border-[gray] py-1">
      <span className="inline-block h-4 w-4 border border-[black]" aria-hidden />
      <span>{what}</span>
      <span className="font-mono text-sm">{wanted}</span>
      <span className="border-b border-dotted border-[black] font-mono text-sm">{read || ' '}</span>
    </li>
  );
}
