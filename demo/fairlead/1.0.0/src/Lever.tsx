import { forwardRef } from 'react';
import type { ButtonHTMLAttributes, ReactNode } from 'react';

export interface LeverProps extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'onClick' | 'disabled'> {
  tone?: 'calm' | 'notice' | 'urgent';
  size?: 's' | 'm' | 'l';
  /** Work is going on; presses are held back. */
  busy?: boolean;
  disabled?: boolean;
  icon?: ReactNode;
  children: ReactNode;
  onPress?: (press: { at: number; long: boolean }) => void;
}

/** Something to press. */
export const Lever = forwardRef<HTMLButtonElement, LeverProps>(
  ({ tone = 'calm', size = 'm', busy = false, disabled = false, icon, children, onPress, ...rest }, ref) => (
    <button
      {...rest}
      ref={ref}
      data-tone={tone}
      data-size={size}
      disabled={disabled || busy}
      onClick={(event) => onPress?.({ at: event.timeStamp, long: false })}
    >
      {icon}
      {children}
    </button>
  ),
);
