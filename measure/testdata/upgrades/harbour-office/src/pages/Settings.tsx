import { Form } from 'react-bootstrap';
import { Field } from '../ui/Field';

export function Settings({ volume, onVolume }: { volume: number; onVolume: (volume: string) => void }) {
  return (
    <Form>
      <Field label="Volume" value={String(volume)} onValue={onVolume} unit="dB" />
      <Form.Group>
        <Form.Control type="range" custom min={0} max={10} />
        <Form.Label column="sm" sm={2}>Sound</Form.Label>
        <Form.Control plaintext readOnly defaultValue="off" />
        <Form.Control as="textarea" rows={3} size="sm" />
      </Form.Group>
    </Form>
  );
}
