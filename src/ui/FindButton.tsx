import { Key } from './KeyHint';
import { useKeys } from './useKeys';
import { useFrameWords } from './WordsContext';

/** Opens finding, from every screen: `/`, or the button in the bar. */
export function FindButton({ onOpen, className = '' }: { onOpen: () => void; className?: string }) {
  const { t } = useFrameWords();
  useKeys({ '/': onOpen }, 'frame');
  return (
    <button
      type="button"
      className={`flex shrink-0 items-center gap-2 rounded-sm border border-outline bg-raised ${className}`}
      onClick={onOpen}
      data-find
    >
      {t('find.open')}{' '}
      <span className="max-lg:hidden">
        <Key>/</Key>
      </span>
    </button>
  );
}
