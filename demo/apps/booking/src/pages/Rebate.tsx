import { createElement, lazy } from 'react';
import { FareTag, Lever, Plank } from '@saltmarsh/fairlead';

interface RebateProps {
  fares: { total: number; old: boolean }[];
  given: { tone?: 'calm' | 'notice'; struck?: boolean };
}

const Seats = lazy(() => import('./Seats'));

export function Rebate({ fares, given }: RebateProps) {
  const heading = createElement(Plank, { as: 'span', tone: 'notice' }, 'Rebates');
  return (
    <table>
      <caption>{heading}</caption>
      <tbody>
        {fares.map((fare) => (
          <tr key={fare.total}>
            <FareTag as="td" amount={fare.total} tone={fare.old ? 'hush' : 'calm'} />
            <FareTag as="td" amount={fare.total} {...given} />
            <FareTag as="td" amount={fare.total} tone="notice" {...given} size="s" />
          </tr>
        ))}
      </tbody>
      <tfoot>
        <tr>
          <FareTag amount={0} as="td" tone="hush" isUrgent={fares.length > 3} />
          <td>
            <Lever onPress={() => undefined} onHold={(seconds) => console.log(seconds)}>Claim</Lever>
            <Plank hidden={fares.length === 0}>Rebates are paid within a week.</Plank>
            <Plank tone="urgent">Keep your pass.</Plank>
            <Seats />
          </td>
        </tr>
      </tfoot>
    </table>
  );
}
