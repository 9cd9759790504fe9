import { ProgressBar, Spinner } from 'react-bootstrap';

export function Loads({ done, busy }: { done: number; busy: boolean }) {
  return (
    <div>
      <ProgressBar now={done} label={`${done} %`} srOnly={busy} variant="success" />
      <ProgressBar>
        <ProgressBar striped variant="info" now={20} />
        <ProgressBar animated now={done} />
      </ProgressBar>
      {busy && <Spinner animation="border" role="status" size="sm" />}
    </div>
  );
}
