import { Card, CardColumns, Button } from 'react-bootstrap';
import type { Berth } from '../kinds';
import { Tag } from '../ui/Tag';

export function Berths({ berths }: { berths: Berth[] }) {
  return (
    <CardColumns>
      {berths.map((berth) => (
        <Card key={berth.id} bg={berth.taken ? 'light' : undefined}>
          <Card.Header>{berth.quay}</Card.Header>
          <Card.Body>
            <Card.Title>{berth.id}</Card.Title>
            <Card.Text>{berth.length} m</Card.Text>
            <Tag how={berth.taken ? 'danger' : 'info'} text={berth.ship ?? 'free'} />
            <Button block disabled={berth.taken}>Take</Button>
          </Card.Body>
        </Card>
      ))}
    </CardColumns>
  );
}
