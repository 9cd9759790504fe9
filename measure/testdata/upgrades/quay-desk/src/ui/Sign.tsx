import { Badge, ThemeIcon } from '@mantine/core';
import type { Tone } from '../kinds';

export function Sign({ tone, text }: { tone: Tone; text: string }) {
  return <Badge color={tone} variant="filled" size="lg" radius="sm" sx={{ letterSpacing: 1 }}>{text}</Badge>;
}

export const Mark = ({ tone }: { tone: Tone }) => <ThemeIcon color={tone} size="md" variant="light">!</ThemeIcon>;
