import { Alert, Notification, Blockquote, Mark } from '@mantine/core';

export function Notices({ list }: { list: { id: string; text: string }[] }) {
  return (
    <>
      {list.map((notice) => (
        <Alert key={notice.id} title="Note" color="yellow" icon={<b>!</b>} withCloseButton closeButtonLabel="Shut" variant="light">{notice.text}</Alert>
      ))}
      <Notification title="Tide" color="teal" loading>It turns.</Notification>
      <Blockquote cite="the master" icon={null}>Slow ahead, <Mark color="lime">slow</Mark></Blockquote>
    </>
  );
}
