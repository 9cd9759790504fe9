import { Group, Text } from '@mantine/core';
import type { ReactNode } from 'react';

export function Line({ label, children }: { label: string; children?: ReactNode }) {
  return (
    <Group position="apart" spacing="sm">
      <Text size="sm" weight={500}>{label}</Text>
      {children}
    </Group>
  );
}
