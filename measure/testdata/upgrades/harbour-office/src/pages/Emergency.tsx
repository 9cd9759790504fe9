import { Alert, Button, Toast } from 'react-bootstrap';
import { Quiet } from '../ui/Press';

export function Emergency({ call }: { call: () => void }) {
  return (
    <Alert variant="danger" show transition={false} closeLabel="Shut it">
      <Quiet label="False alarm" onPress={call} />
      <Button variant="danger" active onClick={call} as="a" href="tel:112">Call</Button>
      <Toast animation={false} show>
        <Toast.Header closeLabel="Away">!</Toast.Header>
      </Toast>
    </Alert>
  );
}
