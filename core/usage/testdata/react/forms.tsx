import { FareTag, Lever, Timetable } from 'lib';
import * as All from 'lib';
import * as kit from './barrel';
import * as self from './forms';
import type { Props } from 'lib';
import { forwardRef, memo } from 'react';

export const Loop = self.Loop;

// Names taken apart, wrapped, shadowed and handed on.

const { Row, Head: Top } = Timetable; //= Timetable reference
const { FareTag: Taken, ...left } = All;
const { Timetable: { Row: Deep = Lever } } = All; //= Lever reference
const { Shared } = kit;
const [First] = [Lever]; //= Lever reference
const Round = Trip;
const Trip = Round;

export const Held = memo(forwardRef<HTMLElement, Props>(function Held({ price, ...rest }: any, ref) {
  return <FareTag ref={ref} amount={price} {...rest} />; //= FareTag element ref={ref}? amount={price} ...rest+
}));

export const Bound = ((props: any) => {
  const { word, ...others } = props;
  return <Lever {...others} label={word} />; //= Lever element ...others+ label={word}
}) as (props: Props) => any;

export function Whole(props: any) {
  return <Lever {...props} />; //= Lever element ...props+
}

export function Inner() {
  function Lever() {
    return null;
  }
  class FareTag {}
  return <Lever key={String(FareTag)} />;
}

export function Part() {
  const { Lever: Own, Timetable: Times } = kit.more;
  const { Shared: Mine, Wrapped = Lever } = kit; //= Lever reference
  return <Mine><Own /><Times /><Wrapped /></Mine>; //= Lever element #default //= FareTag element via Wrapped
}

export function Page() {
  const picked = Math.random() > 0.5 ? FareTag : Lever; //= FareTag reference //= Lever reference
  return (
    <>
      <Row id={1} /> {/* //= Timetable.Row element id=1 */}
      <Top /> {/* //= Timetable.Head element */}
      <Deep id={2} /> {/* //= Timetable.Row element id=2 */}
      <left.Lever ready /> {/* //= Lever element ready=true */}
      <kit.Shared ready /> {/* //= Lever element ready=true */}
      <Shared /> {/* //= Lever element */}
      <kit.Wrapped amount={8} /> {/* //= FareTag element via Wrapped amount=8 */}
      <First />
      <Loop />
      <Round />
      <Taken amount={2} /> {/* //= FareTag element amount=2 */}
      <Held price={5} tone="calm" /> {/* //= FareTag element via Held amount=5 tone="calm" */}
      <Bound word="go" ready /> {/* //= Lever element via Bound label="go" ready=true */}
      <Whole label={`up`} ready={false} /> {/* //= Lever element via Whole label="up" ready=false */}
      <Timetable.Row id={-1} {...{}} /> {/* //= Timetable.Row element id=-1 ...{} */}
      <Lever children="x" onPress={function (at) { return at; }} /> {/* //= Lever element children="x" @press(1:*) */}
      <Lever children="x" onPress={(...all) => console.log(all)} /> {/* //= Lever element children="x" @press? */}
      {[picked].length}
    </>
  );
}
