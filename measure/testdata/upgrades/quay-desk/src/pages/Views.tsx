import { Image, AspectRatio, Overlay, Paper, Space, BackgroundImage } from '@mantine/core';

export function Views({ picture }: { picture: string }) {
  return (
    <Paper shadow="xs" p="md" radius="md" withBorder>
      <AspectRatio ratio={16 / 9} maw={400}>
        <Image src={picture} alt="the quay" withPlaceholder caption="the quay" width={200} fit="cover" />
      </AspectRatio>
      <Space h="md" />
      <BackgroundImage src={picture} radius="sm"><Overlay opacity={0.6} color="#000" zIndex={5} blur={2} /></BackgroundImage>
    </Paper>
  );
}
