import { Tabs, Tab, Nav, Row, Col } from 'react-bootstrap';

export function Parts({ part, onPart }: { part: string; onPart: (part: string | null) => void }) {
  return (
    <>
      <Tabs activeKey={part} onSelect={onPart} id="parts" transition={false}>
        <Tab eventKey="deck" title="Deck">deck</Tab>
        <Tab eventKey="hold" title="Hold" disabled>hold</Tab>
      </Tabs>
      <Tab.Container defaultActiveKey="crew" id="people">
        <Row>
          <Col sm={3}><Nav variant="pills" className="flex-column"><Nav.Link eventKey="crew">Crew</Nav.Link></Nav></Col>
          <Col sm={9}><Tab.Content><Tab.Pane eventKey="crew">crew</Tab.Pane></Tab.Content></Col>
        </Row>
      </Tab.Container>
    </>
  );
}
