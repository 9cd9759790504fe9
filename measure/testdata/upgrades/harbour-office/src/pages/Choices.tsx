import { ButtonGroup, ButtonToolbar, ToggleButton, ToggleButtonGroup } from 'react-bootstrap';

export function Choices({ quays, chosen, onChoose }: { quays: string[]; chosen: string; onChoose: (quay: string) => void }) {
  return (
    <ButtonToolbar>
      <ToggleButtonGroup type="radio" name="quay" value={chosen} onChange={onChoose}>
        {quays.map((quay) => <ToggleButton key={quay} value={quay} variant="outline-primary">{quay}</ToggleButton>)}
      </ToggleButtonGroup>
      <ButtonGroup toggle vertical size="sm">
        <ToggleButton type="checkbox" value="night" checked={chosen === 'night'}>Night</ToggleButton>
      </ButtonGroup>
    </ButtonToolbar>
  );
}
