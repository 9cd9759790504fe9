import { Menu, ActionIcon, HoverCard, Popover } from '@mantine/core';

export function Menus({ onCall }: { onCall: (what: string) => void }) {
  return (
    <>
      <Menu shadow="md" width={200} position="bottom-end" withinPortal>
        <Menu.Target><ActionIcon variant="filled" color="blue" size="lg">+</ActionIcon></Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>Call</Menu.Label>
          <Menu.Item icon={<b>P</b>} onClick={() => onCall('pilot')}>pilot</Menu.Item>
          <Menu.Divider />
          <Menu.Item color="red" rightSection={<i>!</i>}>tug</Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <HoverCard width={280} openDelay={200}><HoverCard.Target><b>who</b></HoverCard.Target><HoverCard.Dropdown>crew</HoverCard.Dropdown></HoverCard>
      <Popover opened withArrow trapFocus><Popover.Target><b>x</b></Popover.Target><Popover.Dropdown p="xs">held</Popover.Dropdown></Popover>
    </>
  );
}
