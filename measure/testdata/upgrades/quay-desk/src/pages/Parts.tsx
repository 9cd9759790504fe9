import { Tabs, Accordion } from '@mantine/core';

export function Parts({ part, onPart }: { part: string | null; onPart: (part: string | null) => void }) {
  return (
    <>
      <Tabs value={part} onTabChange={onPart} variant="pills" keepMounted={false}>
        <Tabs.List position="center">
          <Tabs.Tab value="deck" icon={<b>D</b>}>Deck</Tabs.Tab>
          <Tabs.Tab value="hold" rightSection={<i>2</i>}>Hold</Tabs.Tab>
        </Tabs.List>
        <Tabs.Panel value="deck" pt="xs">deck</Tabs.Panel>
      </Tabs>
      <Accordion defaultValue="rules" variant="separated" chevronPosition="left">
        <Accordion.Item value="rules">
          <Accordion.Control icon={<b>R</b>}>Rules</Accordion.Control>
          <Accordion.Panel>No dogs.</Accordion.Panel>
        </Accordion.Item>
      </Accordion>
    </>
  );
}
