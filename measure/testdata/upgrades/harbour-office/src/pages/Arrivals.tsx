import { Media, Image, ListGroup } from 'react-bootstrap';
import type { Ship } from '../kinds';

export function Arrivals({ ships }: { ships: Ship[] }) {
  return (
    <ListGroup variant="flush">
      {ships.map((ship) => (
        <ListGroup.Item key={ship.id} action>
          <Media>
            <Image src={`/flags/${ship.flag}.svg`} width={48} rounded />
            <Media.Body>
              <h5>{ship.name}</h5>
              {ship.draught} m
            </Media.Body>
          </Media>
        </ListGroup.Item>
      ))}
    </ListGroup>
  );
}
