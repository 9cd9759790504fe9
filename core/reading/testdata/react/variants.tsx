import { map, type Axes } from 'acme-variants';

const chip = map('chip', {
  variants: {
    tone: { calm: 'a', urgent: 'b' }, //= prop tone: 'calm' | 'urgent' | null = "calm" variant
    size: { s: 'c', m: 'd', l: 'e' }, //= prop size: 's' | 'm' | 'l' | null variant
    struck: { true: 'f', false: 'g' }, //= prop struck: boolean | null = false
  },
  defaultVariants: { tone: 'calm', struck: false },
  compoundVariants: [{ tone: 'urgent', size: 'l', class: 'h' }],
});

export function Chip({ tone, size, struck, text }: Axes<typeof chip> & { text: string }) { //= root b //= prop text: string required
  return <b className={chip({ tone, size, struck })}>{text}</b>;
}
