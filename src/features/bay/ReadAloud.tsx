'use client';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { useWords } from '@/ui/WordsContext';

/** Reads a step by the browser's own voice, and only when it is asked to. */
export function ReadAloud({ text }: { text: string }) {
  const { t, locale } = useWords();
  const can = useSyncExternalStore(
    () => () => undefined,
    () => 'speechSynthesis' in window,
    () => false,
  );
  const [on, setOn] = useState(false);
  useEffect(() => () => window.speechSynthesis?.cancel(), []);
  if (!can) return null;
  const say = () => {
    window.speechSynthesis.cancel();
    if (on) return setOn(false);
    const words = new SpeechSynthesisUtterance(text);
    words.lang = locale;
    words.onend = () => setOn(false);
    words.onerror = () => setOn(false);
    window.speechSynthesis.speak(words);
    setOn(true);
  };
  return (
    <button
      type="button"
      className="min-h-12 px-2 text-petrol underline underline-offset-3"
      aria-pressed={on}
      onClick={say}
      data-read-aloud
    >
      {t(on ? 'tablet.silence' : 'tablet.read-aloud')}
    </button>
  );
}
