import { FareTag, Lever, Plank } from '@saltmarsh/fairlead';
import './desk.css';

/** What holds for the whole desk. */
export const looks = {
  components: {
    Lever: { defaultProps: { size: 's', sise: 'l' } },
    FareTag: { styles: { note: { color: 'grey', '&:hover': { color: 'black' } } } },
  },
};

/** The looks of the desk, side by side. */
export function Looks({ fare }) {
  return (
    <ul className="desk-list">
      <li><FareTag amount={fare} className="desk-fare" style={{ color: 'teal' }} /></li>
      <li><Lever className="desk-sell">Sell</Lever></li>
      <li><Lever className="desk-print">Print</Lever></li>
      {[300, 450].map((pence, at) => <FareTag key={at} amount={pence} />)}
      <li><Plank style={{ fontWeight: 700, marginTop: 4 }}>Doors close early.</Plank></li>
      <li><Plank style={{ marginTop: 4, fontWeight: 700 }}>Dogs on a lead.</Plank></li>
    </ul>
  );
}

/** Reads the note of the fare that is drawn first. */
export const firstNote = () => document.querySelector('.desk-fare small').textContent;
