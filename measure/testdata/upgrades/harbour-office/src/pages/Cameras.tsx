import { ResponsiveEmbed, Row, Col, Figure } from 'react-bootstrap';

export function Cameras({ streams }: { streams: string[] }) {
  return (
    <Row noGutters>
      {streams.map((stream) => (
        <Col key={stream} md={6} lg={{ span: 4, offset: 1 }}>
          <ResponsiveEmbed aspectRatio="16by9">
            <iframe src={stream} title={stream} />
          </ResponsiveEmbed>
          <Figure.Caption>{stream}</Figure.Caption>
        </Col>
      ))}
    </Row>
  );
}
