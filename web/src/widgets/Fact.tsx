import type { ReactNode } from 'react';

/** One line of what is known: a quiet word, then what it is. */
export function Fact({ word, children }: { word: string; children: ReactNode }) {
  return (
    <div className="fact">
      <dt>{word}</dt>
      <dd>{children}</dd>
    </div>
  );
}

/** A group of facts under a small heading. */
export function Facts({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="facts">
      <h2>{title}</h2>
      <dl>{children}</dl>
    </section>
  );
}
