import { Form } from 'react-bootstrap';

export function Papers({ onFile }: { onFile: (name: string) => void }) {
  return (
    <Form>
      <Form.File id="manifest" label="The ship's manifest" custom />
      <Form.Check custom type="checkbox" id="signed" label="It is signed" />
      <Form.Check type="switch" id="rush" label="It is urgent" onChange={(event) => onFile(event.target.id)} />
      <Form.Text muted>Only what is signed is read.</Form.Text>
    </Form>
  );
}
