import { Nav, Navbar, NavDropdown, Container } from 'react-bootstrap';

export function Top({ here, onGo }: { here: string; onGo: (to: string | null) => void }) {
  return (
    <Navbar bg="dark" variant="dark" expand="lg" collapseOnSelect onSelect={onGo}>
      <Container>
        <Navbar.Brand href="/">Harbour office</Navbar.Brand>
        <Navbar.Toggle aria-controls="top" />
        <Navbar.Collapse id="top">
          <Nav className="mr-auto" activeKey={here} fill>
            <Nav.Link eventKey="berths">Berths</Nav.Link>
            <Nav.Item><Nav.Link eventKey="ships">Ships</Nav.Link></Nav.Item>
            <NavDropdown title="Me" id="me" alignRight>
              <NavDropdown.Item eventKey="leave">Leave</NavDropdown.Item>
            </NavDropdown>
          </Nav>
        </Navbar.Collapse>
      </Container>
    </Navbar>
  );
}
