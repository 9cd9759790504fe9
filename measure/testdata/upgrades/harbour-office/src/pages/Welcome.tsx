import { Container, Jumbotron, Button } from 'react-bootstrap';

export function Welcome({ name }: { name: string }) {
  return (
    <Jumbotron fluid>
      <Container>
        <h1>{name}</h1>
        <Button variant="primary" size="lg" href="/berths">See the berths</Button>
      </Container>
    </Jumbotron>
  );
}
