import { FareTag, Lever, Timetable, useLegs, useTide } from 'lib';
import * as All from 'lib';
import { createElement, lazy, memo, useRef, useState } from 'react';
import styled from 'styled-components';

// What expressions are by their types, and what stands behind names.

type Tone = 'calm' | 'loud';
interface Trip {
  tone: Tone;
  pence: number;
  quay?: string;
  stops: { name: string; late: boolean }[];
}
enum Size { Small = 's', Large = 'l' }
const tones = ['calm', 'loud'] as const;
const sizes = { small: 's', large: 'l' } as const;

let quay = 'north', loud: Tone = 'loud';
export function change() { quay = 'south'; loud = 'calm'; }

export function Typed({ trip, tone }: { trip: Trip; tone?: Tone }) {
  const [open, setOpen] = useState(false);
  const [chosen, setChosen] = useState<Tone>('calm');
  const { pence, ...left } = trip;
  let size = 's';
  const grow = () => { size = 'l'; };
  return (
    <>
      <FareTag quay={quay} tone={loud} size={size} onPress={grow} /> {/* //= FareTag element quay~"north" tone~"calm"|"loud"! size~"s" @press() */}
      <FareTag tone={'calm' as Tone} quay={'north' as any} /> {/* //= FareTag element tone~"calm"|"loud"! quay="north" */}
      <FareTag>{<b>{pence}</b>}</FareTag> {/* //= FareTag element #default */}
      <FareTag tone={trip.tone} amount={pence} /> {/* //= FareTag element tone~"calm"|"loud"! amount={pence}:number */}
      <FareTag tone={tone} size={Size.Small} /> {/* //= FareTag element tone={tone}:'calm' | 'loud' | undefined size~"s"! */}
      <FareTag tone={chosen} struck={open} /> {/* //= FareTag element tone~"calm"|"loud"! struck~true|false! */}
      <FareTag size={sizes.large} tone={tones[1]} /> {/* //= FareTag element size~"l"! tone~"loud"! */}
      <FareTag {...trip} /> {/* //= FareTag element ...trip[tone,pence,stops]?quay */}
      <FareTag {...left} /> {/* //= FareTag element ...left[tone,stops]?quay */}
      <FareTag {...{ tone: 'loud', amount: 3 }} /> {/* //= FareTag element ...{ tone: 'loud', amount: 3 }[tone,amount] */}
      {trip.stops.map((stop) => <FareTag quay={stop.name} struck={stop.late} />)} {/* //= FareTag element quay={stop.name}:string struck~true|false! */}
      {trip.stops.map(({ name }) => <FareTag quay={name} />)} {/* //= FareTag element quay={name}:string */}
      <FareTag onExplain={(reason: Tone) => setChosen(reason)} onPress={() => setOpen(true)} /> {/* //= FareTag element @explain(1:*) @press() */}
    </>
  );
}

const Quiet = memo(FareTag); //= FareTag reference
const Late = lazy(() => import('lib').then((m) => ({ default: m.Lever })));
const Bold = styled(FareTag)`color: red`; //= FareTag reference
const table = { fare: FareTag, lever: Lever }; //= FareTag reference //= Lever reference

export function Behind({ which, wide }: { which: 'fare' | 'lever'; wide: boolean }) {
  const One = wide ? FareTag : Lever; //= FareTag reference //= Lever reference
  const Picked = table[which];
  return (
    <>
      <Quiet tone="calm" /> {/* //= FareTag element tone="calm" */}
      <Late ready /> {/* //= Lever element ready=true */}
      <Bold tone="loud" /> {/* //= FareTag element tone="loud" */}
      <One ready /> {/* //= FareTag element ready=true //= Lever element ready=true */}
      <Picked label="a" /> {/* //= FareTag element label="a" //= Lever element label="a" */}
      <table.lever label="b" /> {/* //= Lever element label="b" */}
      {createElement(wide ? FareTag : Lever, { label: 'c' })} {/* //= FareTag call label="c" //= Lever call label="c" */}
    </>
  );
}

export function Logic({ from }: { from: string }) {
  const { legs, ...more } = useLegs({ from, stops: 3 }); //= useLegs call 1=[from,stops] =>(1:*)
  const { height } = useTide('north'); //= useTide call 1="north" =>(1:height)
  const [first, second] = All.useTide(from); //= useTide call 1={from}:string =>(1:*;2:*)
  const tide = useTide(); //= useTide call =>(1:at,height)
  useTide(); //= useTide call =>()
  const handle = useRef<HTMLElement>(null);
  const other = useRef(null);
  Timetable.reset(tide.at, tide.height);
  handle.current?.focus();
  return <><Lever ref={handle} /><Lever ref={other} onPress={() => log(other)} />{legs}{more}{height}{first}{second}</>; //= Lever element ref={handle}(1:focus):Ref<HTMLElement> //= Lever element ref={other}?:Ref<null> @press()
}
