import type { ReactNode } from 'react';

/** The head of a part: its name, one sentence about how things stand, and what can be done. */
export function Head({ title, says, children }: { title: string; says: string; children?: ReactNode }) {
  return (
    <header className="gather-head">
      <h1>{title}</h1>
      <p>{says}</p>
      <div className="gather-acts">{children}</div>
    </header>
  );
}
