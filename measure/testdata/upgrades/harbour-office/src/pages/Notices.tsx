import { Alert, Toast } from 'react-bootstrap';
import { loudness } from '../kinds';

export function Notices({ list, onShut }: { list: { id: string; how: string; text: string }[]; onShut: (id: string) => void }) {
  return (
    <>
      {list.map((notice) => (
        <Alert key={notice.id} variant={loudness[notice.how]} dismissible onClose={() => onShut(notice.id)}>
          <Alert.Heading>{notice.how}</Alert.Heading>
          {notice.text}
          <Alert.Link href={`/notices/${notice.id}`}>more</Alert.Link>
        </Alert>
      ))}
      <Toast delay={3000} autohide onClose={() => onShut('toast')}>
        <Toast.Header closeButton>Now</Toast.Header>
        <Toast.Body>The tide turns.</Toast.Body>
      </Toast>
    </>
  );
}
