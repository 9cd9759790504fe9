import { useState } from 'react';
import { Form, Col, Button } from 'react-bootstrap';

export function Search({ onSearch }: { onSearch: (words: string, quay: string) => void }) {
  const [words, setWords] = useState('');
  const [quay, setQuay] = useState('north');
  return (
    <Form inline onSubmit={(event) => { event.preventDefault(); onSearch(words, quay); }}>
      <Form.Row>
        <Col xs={8}>
          <Form.Control placeholder="A ship's name" value={words} onChange={(event) => setWords(event.target.value)} />
        </Col>
        <Col>
          <Form.Control as="select" custom value={quay} onChange={(event) => setQuay(event.target.value)}>
            <option>north</option>
            <option>south</option>
          </Form.Control>
        </Col>
        <Button type="submit">Search</Button>
      </Form.Row>
    </Form>
  );
}
