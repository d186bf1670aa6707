'use client';
import { DropdownMenu } from 'radix-ui';
import { useRef, useState } from 'react';
import { readScore, type Score } from '@/core/light/overTime/score';
import { scoreCsv, scoreJson, scoreStills } from './files';
import { useJob } from '../job/JobContext';
import type { Playhead } from '../job/dusk/playhead';
import { SMALL } from '../job/dusk/Transport';
import type { Scene } from './useScene';

const ITEM =
  'cursor-pointer rounded-sm px-3 py-1.5 outline-none data-[highlighted]:bg-sunk data-[highlighted]:text-ink';

const isObject = (x: unknown): x is Readonly<Record<string, unknown>> =>
  typeof x === 'object' && x !== null && !Array.isArray(x);

/** A score and its light as files: CSV, stills, and the score itself out and in. */
export function ScoreFiles({ scene, playhead }: { scene: Scene; playhead: Playhead }) {
  const { words, say, view } = useJob();
  const { t } = words;
  const file = useRef<HTMLInputElement>(null);
  const [fault, setFault] = useState<string | null>(null);
  const lamps = [...scene.played.after.lamps, ...scene.played.keeps.lamps];
  const save = (name: string, type: string, text: string) => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([text], { type }));
    link.download = `light-${String(view.number).padStart(4, '0')}-${name}`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  const load = async (chosen: File) => {
    let score: Score | null = null;
    try {
      score = JSON.parse(await chosen.text()) as Score;
    } catch {
      setFault(t('score.bad-json'));
      return;
    }
    const sound =
      typeof score === 'object' &&
      score !== null &&
      Array.isArray(score.moves) &&
      score.moves.every((m: unknown) => isObject(m) && isObject(m.set));
    const read = sound ? readScore({ lengthMs: Number(score.lengthMs), moves: score.moves }) : null;
    const first = read?.kind === 'faults' ? read.faults[0] : undefined;
    if (!read || first) return setFault(first ? say.reason(first.reason).text : t('score.bad-json'));
    setFault(null);
    scene.take({ lengthMs: score.lengthMs, moves: score.moves });
    playhead.seek(0);
  };
  return (
    <>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className={SMALL} data-score-files>
          {t('score.export')}
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            className="z-50 grid min-w-48 rounded-sm border border-ink bg-paper p-1 text-[0.95rem]"
          >
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => save('light.csv', 'text/csv', scoreCsv(lamps))}
            >
              {t('score.csv')}
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => save('stills.svg', 'image/svg+xml', scoreStills(lamps, scene.score.lengthMs))}
            >
              {t('score.svg')}
            </DropdownMenu.Item>
            <DropdownMenu.Item
              className={ITEM}
              onSelect={() => save('score.json', 'application/json', scoreJson(scene.score))}
            >
              {t('score.json')}
            </DropdownMenu.Item>
            <DropdownMenu.Item className={ITEM} onSelect={() => file.current?.click()}>
              {t('score.load')}
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      <input
        ref={file}
        type="file"
        accept="application/json,.json"
        className="sr-only"
        tabIndex={-1}
        aria-label={t('score.load')}
        onChange={(e) => {
          const [chosen] = e.target.files ?? [];
          if (chosen) void load(chosen);
          e.target.value = '';
        }}
      />
      {fault && (
        <p role="alert" className="w-full text-plum">
          {t('score.bad-file', { why: fault })}
        </p>
      )}
    </>
  );
}
