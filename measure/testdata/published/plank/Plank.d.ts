import * as React from 'react';
import '../lever';

declare const Plank: React.ForwardRefExoticComponent<{ readonly grain?: 'fine' | 'coarse' } & import('./types').Shared & React.RefAttributes<HTMLDivElement>>;
export declare const PlankRow: (props: import('./types').Own & { lever?: import('../lever').LeverProps['align'] }) => React.JSX.Element;
export default Plank;
