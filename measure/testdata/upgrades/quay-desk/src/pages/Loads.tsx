import { Progress, RingProgress, Loader, LoadingOverlay, Skeleton, Text } from '@mantine/core';

export function Loads({ done, busy }: { done: number; busy: boolean }) {
  return (
    <>
      <Progress value={done} label={`${done} %`} size="xl" striped animate />
      <Progress sections={[{ value: done, color: 'green' }, { value: 10, color: 'red' }]} />
      <RingProgress sections={[{ value: done, color: 'blue' }]} label={<Text align="center">{done}</Text>} thickness={8} roundCaps />
      {busy && <Loader variant="dots" size="sm" color="gray" />}
      <LoadingOverlay visible={busy} overlayBlur={2} />
      <Skeleton height={8} radius="xl" visible={busy} />
    </>
  );
}
