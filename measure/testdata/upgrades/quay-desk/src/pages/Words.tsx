import { Title, Text, Code, Highlight, Spoiler, Center } from '@mantine/core';

export function Words({ text }: { text: string }) {
  return (
    <Center inline h={40}>
      <Title order={2} weight={800} align="center" color="blue">{text}</Title>
      <Text italic underline size="md">{text}</Text>
      <Text truncate inherit span strikethrough>{text}</Text>
      <Code block color="blue">{text}</Code>
      <Highlight highlight="quay" highlightColor="lime">{text}</Highlight>
      <Spoiler maxHeight={60} showLabel="more" hideLabel="less">{text}</Spoiler>
    </Center>
  );
}
