import Default, { FareTag, FareTag as Tag, Lever, ports, type Props } from 'lib';
import * as All from 'lib';
import { Row } from 'lib/rows';
import { Shared, Wrapped, Named as Renamed } from './barrel';
import { createElement, lazy } from 'react';
import Other from 'elsewhere';

// A comment of the form used below says which uses must be found on its line.

const Alias = FareTag; //= FareTag reference
const size = 's';

export function App({ wide, rest, ask, FareTagLike }: { wide: boolean; rest: object; ask: (a: string) => void; FareTagLike: Props }) {
  const { Lever: Hidden } = { Lever: 'i' as const };
  return (
    <main>
      <FareTag amount={3} tone="calm" struck /> {/* //= FareTag element amount=3 tone="calm" struck=true */}
      <Tag amount={-2.5} size={size} {...rest} /> {/* //= FareTag element amount=-2.5 size~"s"! ...rest+ */}
      <Alias tone={wide ? 'calm' : 'hush'} /> {/* //= FareTag element tone~"calm"|"hush"! */}
      <All.FareTag tone={ask.name || 'calm'} /> {/* //= FareTag element tone~"calm" */}
      <All.Timetable.Row {...{ id: 1, 'data-x': 2 }} /> {/* //= Timetable.Row element ...{ id: 1, 'data-x': 2 }[id,data-x] */}
      <Default>text</Default> {/* //= default element #default */}
      <Default.Row id={1} /> {/* //= default.Row element id=1 */}
      <Row onGo={ask} /> {/* //= Row element @go? */}
      <Shared renderNote={({ a, b }) => a + b} /> {/* //= Lever element #note(1:a,b) */}
      <FareTag onExplain={(reason, via) => ask(via.word)} as="td">{(row) => <i>{row.id}</i>}</FareTag> {/* //= FareTag element @explain(1:;2:word) as="td" #default(1:id) */}
      <FareTag icon={<i />} key="k">{/* nothing */}</FareTag> {/* //= FareTag element #icon key="k" */}
      <Wrapped tone="hush" amount={4} other /> {/* //= FareTag element via Wrapped tone="hush" amount=4 other=true */}
      <Renamed label="x" onPress={() => 1} /> {/* //= Lever element via Named children="x" @press() */}
      <Other as={Lever} /> {/* //= Lever reference */}
      <Hidden />
      {FareTagLike && <p>{ports.length}</p>}
      {createElement(FareTag, { amount: 1, ...rest }, 'x')} {/* //= FareTag call amount=1 ...rest+ #default */}
      {[FareTag, Lever].map((X) => <X key="1" />)} {/* //= FareTag reference //= Lever reference */}
    </main>
  );
}

export function Shadow({ FareTag }: { FareTag: 'p' }) {
  return <FareTag />;
}

export const Late = lazy(async () => ({ default: Lever })); //= Lever reference

export class Mine extends All.Lever {} //= Lever extension
