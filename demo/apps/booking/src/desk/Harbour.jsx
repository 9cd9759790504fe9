import { QuayMap } from '@saltmarsh/fairlead';
import { Lever } from '@saltmarsh/fairlead/lever';

/** Which quay a ship lies at. */
export function Harbour() {
  return (
    <section>
      <QuayMap quay="Nort" />
      <QuayMap quay="North">
        <QuayMap.Tab quay="north">North</QuayMap.Tab>
        <QuayMap.Tab quay="south">South</QuayMap.Tab>
        <QuayMap.Panel quay="north">Two ships</QuayMap.Panel>
        <QuayMap.Panel quay="soth" zoom="berth">One ship</QuayMap.Panel>
      </QuayMap>
      <QuayMap.Panel quay="ferry">No ship</QuayMap.Panel>
      <Lever>Back</Lever>
    </section>
  );
}
