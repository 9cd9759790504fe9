import type { ReactNode } from 'react';
import { Lever } from '@saltmarsh/fairlead';

interface GoProps {
  children: ReactNode;
  busy?: boolean;
  onPress: () => void;
}

/** The one way on from a page. */
export const Go = ({ children, busy, onPress }: GoProps) => (
  <Lever tone="notice" size="l" busy={busy} onPress={onPress}>
    {children}
  </Lever>
);
