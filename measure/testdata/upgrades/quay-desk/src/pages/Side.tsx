import { Drawer, NavLink, ScrollArea, Divider } from '@mantine/core';

export function Side({ opened, onClose, here }: { opened: boolean; onClose: () => void; here: string }) {
  return (
    <Drawer opened={opened} onClose={onClose} position="right" size="md" lockScroll>
      <ScrollArea h={300} type="auto">
        <NavLink label="Crossings" active={here === 'crossings'} icon={<b>C</b>} description="today" />
        <NavLink label="Crew" childrenOffset={20} rightSection={<i>3</i>} />
        <Divider label="more" labelPosition="center" my="sm" />
      </ScrollArea>
    </Drawer>
  );
}
