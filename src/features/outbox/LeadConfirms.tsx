'use client';
import { useState } from 'react';
import { BUTTON } from '@/ui/classes';
import { Sheet } from '@/ui/Sheet';
import { useWords } from '@/ui/WordsContext';
import { confirmBy } from './confirmBy';
import { useOutbox } from './OutboxProvider';
import { PasswordForm } from './PasswordForm';

/**
 * A lead comes by and lets held entries in by name and password: these, and nothing else; who is signed in stays so, and
 * nothing stays open by it.
 */
export function LeadConfirms({ digests, onDone }: { digests: readonly string[]; onDone: () => void }) {
  const { opened } = useOutbox();
  const { t } = useWords();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button type="button" className={BUTTON.main} onClick={() => setOpen(true)} data-lead-confirms>
        {t('lead.confirms')}
      </button>
      <Sheet
        open={open}
        onOpenChange={setOpen}
        title={t('lead.confirms-title')}
        about={t('lead.confirms-about', { count: digests.length })}
        close={t('close')}
      >
        {open && (
          <PasswordForm
            named
            does={t('held.admit')}
            onGive={async (given) => {
              const said = await confirmBy(given, digests);
              if ('code' in said) return said.code;
              if (said.lead) (await opened).prove(said.lead);
              if (said.letIn === 0) return 'not-let-in';
              setOpen(false);
              onDone();
              return null;
            }}
          />
        )}
      </Sheet>
    </>
  );
}
