import { FareTag as Tag } from '@saltmarsh/fairlead';

interface TollProps {
  pence: number;
  urgent?: boolean;
}

/** The toll of one lorry. */
export function Toll({ pence, urgent = false }: TollProps) {
  return <Tag amount={pence} isUrgent={urgent} tone="hush" onExplain={console.log} />;
}
