'use client';
import type { ReactNode } from 'react';
import { useWords } from '@/ui/WordsContext';
import { AdapterDrawn } from './AdapterDrawn';
import { Body } from './Body';
import { Cavities } from './Cavities';
import { Circuits } from './Circuits';
import { type DrawnProps, faultOf } from './columns';
import { Flasher } from './Flasher';
import { FuseBoxes, Leads } from './FuseBoxes';
import { Photometry } from './Photometry';
import { Places } from './Places';
import { LampPlugs, Plugs } from './Plugs';
import { Program } from './Program';
import { Assumes, Behaviour } from './Small';
import { Steps } from './Steps';
import { Ways } from './Ways';

const DRAWN: Readonly<Record<string, (p: DrawnProps) => ReactNode>> = {
  'connector/cavities': Cavities,
  'part/adapter': AdapterDrawn,
  'family/body': Body,
  'family/flasher': Flasher,
  'family/places': Places,
  'family/assumes': Assumes,
  'family/circuits': Circuits,
  'family/plugs': Plugs,
  'family/fuseBoxes': FuseBoxes,
  'family/leads': Leads,
  'family/leadWays': Ways,
  'lamp/plugs': LampPlugs,
  'lamp/behaviour': Behaviour,
  'lamp/program': Program,
  'lamp/photometry': Photometry,
  'step-sheet/steps': Steps,
};

/** Whether a column of a kind is edited as a drawing with tables. */
export const isDrawn = (kind: string, column: string): boolean => `${kind}/${column}` in DRAWN;

/** A nested field as tables, drawn while it is typed. What is not whole yet says why and stays text. */
export function DrawnField({ kind, column, ...props }: DrawnProps & { kind: string; column: string }) {
  const { t } = useWords();
  const Drawn = DRAWN[`${kind}/${column}`];
  const broken = faultOf(props.value);
  if (!Drawn) return null;
  if (broken) return <p className="text-sm font-normal text-plum">{t('draw.broken', { why: broken })}</p>;
  return (
    <div
      className="grid gap-3 border border-line bg-paper px-3 py-2 font-normal"
      data-drawn={`${kind}/${column}`}
    >
      <Drawn {...props} />
    </div>
  );
}
