import { Accordion, Badge, Card, useAccordionToggle } from 'react-bootstrap';
import type { Ship } from '../kinds';

function Opener({ of, label }: { of: string; label: string }) {
  const toggle = useAccordionToggle(of);
  return <button type="button" onClick={toggle}>{label}</button>;
}

export function Ships({ ships }: { ships: Ship[] }) {
  return (
    <Accordion>
      {ships.map((ship) => (
        <Card key={ship.id}>
          <Card.Header><Opener of={ship.id} label={ship.name} /> <Badge variant="light">{ship.flag}</Badge></Card.Header>
          <Accordion.Collapse eventKey={ship.id}><Card.Body>{ship.draught}</Card.Body></Accordion.Collapse>
        </Card>
      ))}
    </Accordion>
  );
}
