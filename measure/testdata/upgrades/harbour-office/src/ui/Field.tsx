import { Form, InputGroup } from 'react-bootstrap';

export function Field({ label, value, onValue, unit }: { label: string; value: string; onValue: (value: string) => void; unit?: string }) {
  return (
    <Form.Group controlId={label}>
      <Form.Label srOnly>{label}</Form.Label>
      <InputGroup>
        <Form.Control value={value} onChange={(event) => onValue(event.target.value)} />
        {unit && (
          <InputGroup.Append>
            <InputGroup.Text>{unit}</InputGroup.Text>
          </InputGroup.Append>
        )}
      </InputGroup>
    </Form.Group>
  );
}
