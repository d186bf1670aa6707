import type { ReactNode } from 'react';
import { BUTTON } from '@/ui/classes';
import { useWords } from '@/ui/WordsContext';
import type { FormSender } from './useSendForm';

/** The button that saves a form, and what became of it. @param children what else can be done there */
export function SaveBar({
  sender: { busy, faults, said },
  saved,
  children,
}: {
  sender: FormSender;
  saved: boolean;
  children?: ReactNode;
}) {
  const { t } = useWords();
  const wrong = said ?? (Object.keys(faults).length > 0 ? t('first-day.faults') : null);
  return (
    <div className="flex flex-wrap items-center gap-4">
      <button type="submit" className={BUTTON.main} disabled={busy}>
        {t('settings.save')}
      </button>
      {children}
      <p role={wrong ? 'alert' : 'status'} className={wrong ? 'text-plum' : 'text-petrol'}>
        {wrong ?? (saved && t('settings.saved'))}
      </p>
    </div>
  );
}
