'use client';
import { Key } from './KeyHint';
import { Sheet } from './Sheet';
import { useKeySwitch } from './useKeys';
import { useFrameWords } from './WordsContext';

export interface KeyLine {
  readonly keys: readonly string[];
  readonly does: string;
}

/** The keys of this screen, and the switch for single keys. */
export function KeyHelp({
  open,
  onOpenChange,
  lines,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  lines: readonly KeyLine[];
}) {
  const { t } = useFrameWords();
  const [on, setOn] = useKeySwitch();
  return (
    <Sheet
      open={open}
      onOpenChange={onOpenChange}
      title={t('keys.title')}
      about={t('keys.about')}
      close={t('close')}
    >
      <dl className="grid grid-cols-[8rem_1fr] gap-y-2">
        {lines.map((l) => (
          <div key={l.does} className="contents">
            <dt className="flex gap-1">
              {l.keys.map((k) => (
                <Key key={k}>{k}</Key>
              ))}
            </dt>
            <dd>{l.does}</dd>
          </div>
        ))}
      </dl>
      <label className="mt-5 flex items-center gap-2 border-t border-line pt-4">
        <input
          type="checkbox"
          className="size-4 accent-petrol"
          checked={on}
          onChange={(e) => setOn(e.target.checked)}
        />
        {t('keys.switch')}
      </label>
    </Sheet>
  );
}
