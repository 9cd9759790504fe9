import { Badge, Button, Row, Col, Container } from 'react-bootstrap';
import type { Rank } from '../kinds';

const look = { force: 7, word: 'gale' };

export function Weather({ rank, gusts }: { rank: Rank; gusts: number[] }) {
  const shared = { variant: rank, size: 'sm' } as const;
  return (
    <Container fluid="md">
      <Row xs={2} md={4}>
        {gusts.map((gust) => <Col key={gust}><Badge variant="secondary">{gust}</Badge></Col>)}
      </Row>
      <Button {...shared}>{look.word}</Button>
      <Button {...shared} block>{look.force}</Button>
    </Container>
  );
}
