import { Top } from './Top';
import { Welcome } from './Welcome';
import { Tag } from '../ui/Tag';
import { Press } from '../ui/Press';
import { Container } from 'react-bootstrap';

export function Office({ here }: { here: string }) {
  return (
    <Container>
      <Top here={here} onGo={() => {}} />
      <Welcome name="Harbour office" />
      <Tag how="warning" text="fog" />
      <Press variant="dark" size="lg">Fog signal</Press>
    </Container>
  );
}
