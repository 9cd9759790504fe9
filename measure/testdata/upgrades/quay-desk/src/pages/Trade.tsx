import { useState } from 'react';
import { TransferList, Input, CloseButton, UnstyledButton } from '@mantine/core';

export function Trade({ goods }: { goods: { value: string; label: string }[] }) {
  const [lists, setLists] = useState<[typeof goods, typeof goods]>([goods, []]);
  return (
    <>
      <TransferList value={lists} onChange={setLists} titles={['ashore', 'aboard']} breakpoint="sm" />
      <Input.Wrapper label="Weight" description="in tonnes" error="too heavy" required id="weight">
        <Input placeholder="12" icon={<b>t</b>} radius="md" rightSectionWidth={40} />
      </Input.Wrapper>
      <CloseButton title="Shut" size="md" iconSize={20} />
      <UnstyledButton onClick={() => setLists([[], goods])}>all aboard</UnstyledButton>
    </>
  );
}
