import type { ReactNode } from 'react';

export interface NoticeProps {
  /** How loudly the notice speaks. */
  kind?: 'calm' | 'notice' | 'urgent';
  title: string;
  children?: ReactNode;
  /** Can be put away. */
  dismissable?: boolean;
  onDismiss?: () => void;
}

/** Something that passengers must know now. */
export function Notice({ kind = 'calm', title, children, dismissable = false, onDismiss }: NoticeProps) {
  return (
    <aside role="status" data-kind={kind}>
      <h2>{title}</h2>
      {children}
      {dismissable && <button onClick={() => onDismiss?.()}>Put away</button>}
    </aside>
  );
}
