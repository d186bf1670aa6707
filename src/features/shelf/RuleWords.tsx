'use client';
import { type Predicate, predicatesOf, predicateTest, type Rule } from '@/core/fitment';
import { useWords } from '@/ui/WordsContext';
import { type Wording } from '@/words';

/** A rule in words: what it asks for, why, and what makes good where it is not met. Nothing while it does not parse. */
export function RuleWords({ text, say }: { text: string; say: Wording }) {
  const { t } = useWords();
  const rule = parse(text);
  if (!rule) return null;
  return (
    <section
      aria-label={t('rule.title')}
      className="border-l-4 border-line pl-3 text-sm md:col-span-3"
      data-rule-words
    >
      <Part rule={rule} say={say} />
    </section>
  );
}

function parse(text: string): Rule | null {
  try {
    const read = JSON.parse(text) as Rule;
    // Whatever is half typed breaks here and not while it is drawn.
    predicatesOf(read).forEach((p) => predicateTest(p).fact.trim());
    return read;
  } catch {
    return null;
  }
}

function Part({ rule, say }: { rule: Rule; say: Wording }) {
  const { t } = useWords();
  if (rule.op === 'not')
    return (
      <div>
        {t('rule.not')} <Part rule={rule.of} say={say} />
      </div>
    );
  if (rule.op !== 'all' && rule.op !== 'any') return <One predicate={rule} say={say} />;
  const of = Array.isArray(rule.of) ? (rule.of as readonly Rule[]) : [];
  if (of.length === 0) return <p>{t(rule.op === 'all' ? 'rule.always' : 'rule.never')}</p>;
  return (
    <>
      {of.length > 1 && <p className="text-soft">{t(rule.op === 'all' ? 'rule.all' : 'rule.any')}</p>}
      <ul className="grid gap-0.5 pl-3">
        {of.map((r, i) => (
          <li key={i}>
            <Part rule={r} say={say} />
          </li>
        ))}
      </ul>
    </>
  );
}

function One({ predicate: p, say }: { predicate: Predicate; say: Wording }) {
  const words = useWords();
  const { t } = words;
  const { fact, accepts } = predicateTest(p);
  const wanted =
    accepts.kind === 'values'
      ? words.or(accepts.values.map((v) => say.value(fact, v)))
      : [
          Number.isFinite(accepts.from) ? t('rule.from', { value: say.value(fact, accepts.from) }) : '',
          Number.isFinite(accepts.to) ? t('rule.to', { value: say.value(fact, accepts.to) }) : '',
        ]
          .filter(Boolean)
          .join(' ');
  return (
    <span>
      <b>{say.fact(fact)}</b>: {wanted}
      {p.why && <span className="text-soft"> – {words.prose(p.why)}</span>}
      {(p.mends ?? []).map((m, i) => (
        <span key={i} className="block pl-3 text-petrol">
          {t('rule.mend', {
            parts: words.list(m.parts.map((n) => `${n.quantity} × ${n.part}`)),
            minutes: m.minutes,
          })}
          {m.when && (
            <span className="text-soft">
              {' '}
              {t('rule.when')} <Part rule={m.when} say={say} />
            </span>
          )}
        </span>
      ))}
    </span>
  );
}
