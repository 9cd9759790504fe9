import { useRef } from 'react';
import { Form, InputGroup, FormControl } from 'react-bootstrap';
import { Press } from '../ui/Press';

export function SignIn({ wrong }: { wrong: boolean }) {
  const name = useRef<HTMLInputElement>(null);
  return (
    <Form validated={wrong} noValidate>
      <InputGroup size="lg">
        <InputGroup.Prepend>
          <InputGroup.Text>@</InputGroup.Text>
        </InputGroup.Prepend>
        <FormControl ref={name} isInvalid={wrong} placeholder="name" />
      </InputGroup>
      <Form.Control.Feedback type="invalid" tooltip>Nobody is called so.</Form.Control.Feedback>
      <Press type="submit" onClick={() => name.current?.focus()}>Come in</Press>
    </Form>
  );
}
