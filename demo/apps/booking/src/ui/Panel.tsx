import type { ComponentProps } from 'react';
import { Hatch } from '@saltmarsh/fairlead';

/** A panel of the booking site: always from the end. */
export function Panel(props: ComponentProps<typeof Hatch>) {
  return <Hatch side="end" {...props} />;
}
