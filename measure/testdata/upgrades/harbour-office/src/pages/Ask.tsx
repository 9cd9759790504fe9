import { Modal, Button } from 'react-bootstrap';

export function Ask({ open, text, onAnswer }: { open: boolean; text: string; onAnswer: (yes: boolean) => void }) {
  return (
    <Modal show={open} onHide={() => onAnswer(false)} centered size="sm" backdrop="static" animation={false}>
      <Modal.Header closeButton closeLabel="Shut">
        <Modal.Title>Are you sure?</Modal.Title>
      </Modal.Header>
      <Modal.Body>{text}</Modal.Body>
      <Modal.Footer>
        <Button variant="secondary" onClick={() => onAnswer(false)}>No</Button>
        <Button block onClick={() => onAnswer(true)}>Yes</Button>
      </Modal.Footer>
    </Modal>
  );
}
