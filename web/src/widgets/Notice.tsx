import type { ReactNode } from 'react';

/** A caution or stop: its word, a bar at the edge, and what it asks for. */
export function Notice({
  kind,
  title,
  children,
}: {
  kind: 'care' | 'stop' | 'info';
  title: string;
  children?: ReactNode;
}) {
  return (
    <section className={`notice notice-${kind}`} role={kind === 'stop' ? 'alert' : undefined}>
      <h3>{title}</h3>
      {children}
    </section>
  );
}
