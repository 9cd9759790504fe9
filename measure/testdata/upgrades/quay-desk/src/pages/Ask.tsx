import { Modal, Group, Text, Button } from '@mantine/core';

export function Ask({ opened, onClose, text }: { opened: boolean; onClose: () => void; text: string }) {
  return (
    <Modal opened={opened} onClose={onClose} title="Are you sure?" centered size="sm" overlayProps={{ opacity: 0.5, blur: 3 }} transitionProps={{ duration: 100 }}>
      <Text lineClamp={3}>{text}</Text>
      <Group position="right" mt="md" noWrap>
        <Button variant="default" onClick={onClose}>No</Button>
        <Button color="red" uppercase onClick={onClose}>Yes</Button>
      </Group>
    </Modal>
  );
}
