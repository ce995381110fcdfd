import { useState } from 'react';

const keyOf = (name: string): string => `shuttlecraft-draft/${name}`;

function kept(name: string): string | null {
  try {
    return sessionStorage.getItem(keyOf(name));
  } catch {
    return null;
  }
}

function keep(name: string, text: string | null): void {
  try {
    if (text === null) sessionStorage.removeItem(keyOf(name));
    else sessionStorage.setItem(keyOf(name), text);
  } catch {
    // No storage: what is typed lasts as long as the page.
  }
}

/** Text being typed that is not committed yet. It is there again after a reload of the tab, until it is committed or put back. */
export function useDraftText(name: string, committed: string): { text: string; type: (text: string) => void; settle: (text: string) => void } {
  const [text, setText] = useState(() => kept(name) ?? committed);
  return {
    text,
    type: (next) => {
      setText(next);
      keep(name, next === committed ? null : next);
    },
    settle: (next) => {
      setText(next);
      keep(name, null);
    },
  };
}
