import type { Application, Family, Lamp, Part, Profile, ShelfKind } from '@/core/catalogue';
import type { ConnectorHalf } from '@/core/harness';
import type { StepSheet } from '@/core/work';
import type { FactKey } from '@/core/vehicle';
import type { ShelfLine } from '@/features/shelf/ShelfList';
import type { Words } from '@/words';

/** A catalogue row as one line: its name and what tells it from its neighbours. */
export function shelfLine(kind: ShelfKind, row: { rev: number; body: unknown }, words: Words): ShelfLine {
  const line = (id: string, name: string, detail: string): ShelfLine => ({ id, rev: row.rev, name, detail });
  const { tCode, t, prose, list } = words;
  switch (kind) {
    case 'family': {
      const f = row.body as Family;
      return line(
        f.id,
        `${f.maker} ${f.name}`,
        t('shelf.family-detail', {
          positions: f.places.length,
          from: String(f.yearFrom),
          body: tCode(`body.${f.bodyStyle}`),
        }),
      );
    }
    case 'lamp': {
      const l = row.body as Lamp;
      return line(
        l.id,
        `${l.maker} ${l.name}`,
        `${l.partNumber} · ${tCode(`side.${l.side}`)} · ${list([...new Set(l.functions.map((f) => tCode(`does.${f.does}`)))])}`,
      );
    }
    case 'application': {
      const a = row.body as Application;
      return line(
        a.id,
        a.families.join(', '),
        `${tCode(`position.${a.role}`)} · ${Object.values(a.lamps).join(', ')}`,
      );
    }
    case 'part': {
      const p = row.body as Part;
      return line(p.id, prose(p.name), p.partNumber);
    }
    case 'connector': {
      const c = row.body as ConnectorHalf;
      return line(
        c.id,
        c.family,
        t('shelf.connector-detail', {
          half: tCode(`half.${c.half}`),
          cavities: c.cavities.length,
          latch: tCode(`latch.${c.latch}`),
        }),
      );
    }
    case 'profile': {
      const p = row.body as Profile;
      return line(p.id, prose(p.name), prose(p.note));
    }
    case 'step-sheet': {
      const s = row.body as StepSheet;
      return line(
        s.id,
        `${s.families.join(', ')}: ${prose(s.name)}`,
        t('shelf.sheet-detail', { role: tCode(`position.${s.role}`), steps: s.steps.length }),
      );
    }
    case 'fact-key': {
      const k = row.body as FactKey;
      return line(k.id, k.label ? prose(k.label) : k.id, k.look?.how ? prose(k.look.how) : '');
    }
  }
}
