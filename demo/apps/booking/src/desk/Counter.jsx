import Fairlead, { BoardingPass, CrewChip, FairTag, FareTag, Lever, LuggageLine, Notice, PassengerCount, Plank, Timetable } from '@saltmarsh/fairlead';
import { fares, sailings } from '../data';

const total = () => 300;
const sold = () => 'sold';

/** The ticket desk, older than the rest of the site and never type-checked. */
export function Counter({ storm, log }) {
  const row = { amount: 300, tonne: 'notice' };
  return (
    <main>
      <PassengerCount biggest={4} label="Cars" />
      <CrewChip person="Orla" rnak="mate" />
      <FareTag amount={300} tonne="notice" />
      <Lever colour="red" onPress={() => log('sold')}>Sell</Lever>
      <Plank tone="urgnet">Two ferries are late.</Plank>
      <CrewChip person={12} />
      <FareTag amount="450" />
      <Notice title="{storm}" />
      <FareTag amount={farce.total} />
      <FareTag amount={total} />
      <Lever onPress={sold()}>Gone</Lever>
      <PassengerCount label="Dogs" onChange={(count) => log(count)} />
      <Lever onPress={({ when }) => log(when)}>When</Lever>
      <CrewChip person="Bram">on duty</CrewChip>
      <BoardingPass passenger="A. N. Other" sailing={sailings[0]}>;</BoardingPass>
      <Timetable sailings={sailings} port="Eelmouth" renderRow={({ sailing, number }) => <b>{number} {sailing.vessel}</b>} />
      <Timetable sailings={sailings} port="Tern Holm" renderRow={() => <b>{index}</b>} />
      <FareTag tone="calm" size="m" />
      <LuggageLine pieces={1} renderWarning={(over) => over} />
      <Notice title={storm} kind="urgent" dismissable />
      <FareTag {...row} size="s" />
      <Plank style={{ tone: 'urgent', colour: 'red' }}>Mind the step.</Plank>
      <Hatch heading="Lifts">By the bow ramp.</Hatch>
      <plank>Your crossings</plank>
      <FareTag amount={fares[0].total} as="td" tone="notice" isUrgent />
    </main>
  );
}
