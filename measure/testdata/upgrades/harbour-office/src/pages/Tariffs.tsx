import { CardDeck, Card, CardGroup } from 'react-bootstrap';
import { Press } from '../ui/Press';
import { Plain } from '../ui/Tag';

export function Tariffs({ tariffs }: { tariffs: { name: string; pence: number }[] }) {
  return (
    <>
      <CardDeck>
        {tariffs.map((tariff) => (
          <Card key={tariff.name} border="primary" text="dark">
            <Card.Img variant="top" src={`/${tariff.name}.png`} />
            <Card.Footer><Plain text={String(tariff.pence)} /></Card.Footer>
          </Card>
        ))}
      </CardDeck>
      <CardGroup><Card body>All prices by day</Card></CardGroup>
      <Press wide variant="success">Book</Press>
    </>
  );
}
