import type { ReactNode } from 'react';

export interface NoticeProps {
  /** How loudly the notice speaks. */
  kind?: 'calm' | 'notice' | 'urgent';
  title: string;
  children?: ReactNode;
  /** A second, quieter line. */
  hint?: string;
  /** Can be put away. */
  dismissable?: boolean;
  onDismiss?: () => void;
}

/** Something that passengers must know now. */
export function Notice({ kind = 'calm', title, children, hint = '', dismissable = false, onDismiss }: NoticeProps) {
  return (
    <aside role="status" data-kind={kind}>
      <h2>{title}</h2>
      {children}
      <small>{hint}</small>
      {dismissable && <button onClick={() => onDismiss?.()}>Put away</button>}
    </aside>
  );
}
