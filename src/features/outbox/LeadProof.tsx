'use client';
import { useEffect, useState } from 'react';
import type { Outbox } from '@/device';
import { setLeadAsker } from '@/ui/askLead';
import { Sheet } from '@/ui/Sheet';
import { useFrameWords } from '@/ui/WordsContext';
import { confirmBy } from './confirmBy';
import { PasswordForm } from './PasswordForm';

/** Asks a lead for their password again, wherever on the screen something wants it. */
export function LeadProof({ opened }: { opened: Promise<Pick<Outbox, 'prove'>> }) {
  const { t } = useFrameWords();
  const [asking, setAsking] = useState<{ readonly answer: (given: boolean) => void } | null>(null);
  useEffect(
    () =>
      setLeadAsker(async () => {
        const given = await new Promise<boolean>((answer) => setAsking({ answer }));
        setAsking(null);
        return given;
      }),
    [],
  );
  return (
    <Sheet
      open={asking !== null}
      onOpenChange={(open) => !open && asking?.answer(false)}
      title={t('lead.title')}
      about={t('lead.about')}
      close={t('lead.not-now')}
    >
      {asking && (
        <div data-lead-proof>
          <PasswordForm
            named={false}
            does={t('lead.go-on')}
            onGive={async (given) => {
              const said = await confirmBy(given, []);
              if ('code' in said) return said.code;
              if (said.lead === null) return 'not-a-lead';
              (await opened).prove(said.lead);
              asking.answer(true);
              return null;
            }}
          />
        </div>
      )}
    </Sheet>
  );
}
