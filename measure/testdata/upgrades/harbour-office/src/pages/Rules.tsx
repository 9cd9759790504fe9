import { Accordion, Card, Button } from 'react-bootstrap';

export function Rules({ rules }: { rules: { title: string; text: string }[] }) {
  return (
    <Accordion defaultActiveKey="0">
      {rules.map((rule, index) => (
        <Card key={rule.title}>
          <Card.Header>
            <Accordion.Toggle as={Button} variant="link" eventKey={String(index)}>{rule.title}</Accordion.Toggle>
          </Card.Header>
          <Accordion.Collapse eventKey={String(index)}>
            <Card.Body>{rule.text}</Card.Body>
          </Accordion.Collapse>
        </Card>
      ))}
    </Accordion>
  );
}
