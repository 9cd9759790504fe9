import { Row, Col, Table, Form } from 'react-bootstrap';

export function Tides({ heights }: { heights: number[] }) {
  return (
    <Form>
      <Form.Row className="mb-2">
        <Form.Group as={Col} md="6"><Form.Label>From</Form.Label><Form.Control type="date" /></Form.Group>
        <Form.Group as={Col}><Form.Label srOnly>To</Form.Label><Form.Control type="date" /></Form.Group>
      </Form.Row>
      <Row className="mt-3" noGutters>
        <Col xs="auto"><Table borderless><tbody><tr>{heights.map((h) => <td key={h}>{h}</td>)}</tr></tbody></Table></Col>
      </Row>
    </Form>
  );
}
