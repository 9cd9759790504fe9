import { AppShell, Header, Navbar, Title } from '@mantine/core';
import type { ReactNode } from 'react';

export function Frame({ title, children }: { title: string; children: ReactNode }) {
  return (
    <AppShell
      padding="md"
      header={<Header height={60} p="xs"><Title order={3}>{title}</Title></Header>}
      navbar={<Navbar width={{ base: 240 }} p="xs">menu</Navbar>}
    >
      {children}
    </AppShell>
  );
}
