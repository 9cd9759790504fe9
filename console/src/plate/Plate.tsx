import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { brass, breaks, ink, mono, plate, rule, sand, sans, shifts, soft } from '../tokens';
import { fit, layOut, longest } from './layout';
import type { Layout, Placed } from './layout';
import type { Pin, PlateModel, State } from './model';

const Frame = styled.div`
  min-width: 0;
  svg { display: block; max-width: 100%; margin: 0 auto; }
  text { font-family: ${sans}; font-size: 13px; fill: ${ink}; }
  .mono { font-family: ${mono}; }
  .small { font-size: 12px; fill: ${soft}; }
  .caption { font-size: 11px; fill: ${soft}; letter-spacing: 0.06em; text-transform: uppercase; }
  .name { font-size: 17px; font-weight: 700; text-anchor: middle; }
  .gives { font-size: 12px; fill: ${brass}; }
  a { cursor: pointer; }
  a:hover text { text-decoration: underline; }
  a:focus-visible { outline: none; }
  a:focus-visible .focus { stroke: ${brass}; }
  .focus { fill: transparent; stroke: transparent; stroke-width: 2; rx: 4px; }
`;

const toneOf: Record<State, string> = { same: ink, gone: breaks, came: brass, changed: shifts };

interface PlateProps {
  model: PlateModel;
  /** Where a pin leads. */
  hrefOf: (pin: Pin) => string;
  /** Opens a pin without leaving the page. */
  onOpen: (pin: Pin) => void;
}

function say(pin: Pin): string {
  const words = [pin.kind, pin.label];
  if (pin.detail) words.push(pin.detail);
  if (pin.required) words.push('required');
  if (pin.gives) words.push(`gives ${pin.gives}`);
  if (pin.deprecated) words.push('deprecated');
  if (pin.note) words.push(pin.note);
  if (pin.plugged !== undefined) words.push(pin.plugged ? 'given at this site' : 'not given at this site');
  return words.join(', ');
}

function Notches({ pin, x, y, tone }: { pin: Pin; x: number; y: number; tone: string }) {
  if (!pin.notches) return null;
  return (
    <g>
      {Array.from({ length: pin.notches.count }, (_, i) => (
        <rect key={i} x={x + i * 9} y={y - 4} width={6} height={8} rx={1} fill={i === pin.notches?.marked ? tone : 'none'} stroke={tone} />
      ))}
    </g>
  );
}

/** The metal of a prop's pin: filled when required, hollow when optional, bent when changed, an empty hole when gone. */
function PropShape({ pin, edge, y, tone }: { pin: Pin; edge: number; y: number; tone: string }) {
  if (pin.state === 'gone') return <circle cx={edge} cy={y} r={6} fill={plate} stroke={tone} strokeWidth={1.5} strokeDasharray="2.5 2.5" />;
  const bent = pin.state === 'changed';
  return (
    <g stroke={tone} strokeWidth={1.8} fill="none" opacity={pin.plugged === false ? 0.35 : 1}>
      <path d={bent ? `M${edge - 20} ${y + 3}h6l6 -6h8` : `M${edge - 20} ${y}H${edge}`} />
      <rect x={edge - 34} y={(bent ? y + 3 : y) - 5} width={14} height={10} rx={3} fill={pin.required || pin.plugged ? tone : plate} />
    </g>
  );
}

function PropRow({ placed, layout }: { placed: Placed; layout: Layout }) {
  const { pin, y } = placed;
  const { body, narrow } = layout;
  const tone = toneOf[pin.state];
  const half = narrow ? body.width - 28 : body.width * 0.5 - 22;
  const label = fit(pin.label, narrow ? half * 0.5 : Math.min(longest * 7.9, body.x - 48), 'mono');
  const textX = body.x + 14;
  if (narrow) {
    const top = pin.note ? y - 9 : y;
    return (
      <>
        <PropShape pin={pin} edge={body.x} y={top} tone={tone} />
        <text className="mono" x={textX} y={top + 4} fontWeight={pin.required ? 700 : 400} style={{ fill: tone, textDecoration: pin.state === 'gone' || pin.deprecated ? 'line-through' : undefined }}>{label}</text>
        {pin.notches && pin.state !== 'gone' ? (
          <Notches pin={pin} x={body.x + body.width - 14 - pin.notches.count * 9} y={top} tone={tone} />
        ) : (
          <text className="small" x={body.x + body.width - 12} y={top + 4} textAnchor="end">{fit(pin.detail, half * 0.46)}</text>
        )}
        {pin.note && <text className="small" x={textX} y={top + 20} style={{ fill: tone }}>{fit(pin.note, half)}</text>}
      </>
    );
  }
  const detail = pin.state === 'gone' || pin.note ? '' : pin.detail;
  return (
    <>
      <text className="mono" x={body.x - 42} y={y + 4} textAnchor="end" fontWeight={pin.required ? 700 : 400} style={{ fill: tone, textDecoration: pin.state === 'gone' || pin.deprecated ? 'line-through' : undefined }}>{label}</text>
      <PropShape pin={pin} edge={body.x} y={y} tone={tone} />
      {detail && <text className="small" x={textX} y={y + 4}>{fit(detail, pin.notches ? 90 : half)}</text>}
      {!pin.note && <Notches pin={pin} x={textX + 70} y={y} tone={tone} />}
      {pin.note && <text className="small" x={textX} y={y + 4} style={{ fill: tone }}>{fit(pin.note, half)}</text>}
    </>
  );
}

function EventRow({ placed, layout }: { placed: Placed; layout: Layout }) {
  const { pin, y } = placed;
  const edge = layout.body.x + layout.body.width;
  const tone = toneOf[pin.state];
  const inside = layout.narrow;
  const anchor = inside ? 'end' : 'start';
  const x = inside ? edge - 12 : edge + 42;
  const room = inside ? layout.body.width - 40 : placed.width - 46;
  return (
    <>
      <g stroke={tone} strokeWidth={1.8} opacity={pin.plugged === false ? 0.35 : 1}>
        {pin.state === 'gone' ? (
          <circle cx={edge} cy={y} r={6} fill={plate} strokeDasharray="2.5 2.5" />
        ) : (
          <>
            <path d={`M${edge} ${y}h${inside ? 8 : 22}`} />
            <path d={`M${edge + (inside ? 8 : 22)} ${y - 6}l11 6l-11 6z`} fill={pin.required || pin.plugged ? tone : plate} />
          </>
        )}
      </g>
      <text className="mono" x={x} y={y + 4} textAnchor={anchor} fontWeight={pin.required ? 700 : 400} style={{ fill: tone, textDecoration: pin.state === 'gone' || pin.deprecated ? 'line-through' : undefined }}>{fit(pin.label, room, 'mono')}</text>
      {pin.detail && <text className="mono small" x={x} y={y + 20} textAnchor={anchor}>{fit(pin.detail, room, 'mono')}</text>}
      {pin.note && <text className="small" x={x} y={y + (pin.detail ? 36 : 20)} textAnchor={anchor} style={{ fill: tone }}>{fit(pin.note, room)}</text>}
    </>
  );
}

function SlotBox({ placed }: { placed: Placed }) {
  const { pin, x, y, width, height } = placed;
  const tone = toneOf[pin.state];
  const gone = pin.state === 'gone';
  return (
    <g opacity={pin.plugged === false ? 0.4 : 1}>
      {pin.stacked && <rect x={x + 6} y={y - 6} width={width - 6} height={height} rx={8} fill={sand} stroke={rule} />}
      <rect x={x} y={y} width={width - (pin.stacked ? 6 : 0)} height={height} rx={8} fill={gone ? 'none' : sand} stroke={tone} strokeWidth={1.5} strokeDasharray={pin.dashed || gone ? '5 3' : undefined} />
      <text className="mono" x={x + 12} y={y + 20} fontWeight={700} style={{ fill: tone, textDecoration: gone || pin.deprecated ? 'line-through' : undefined }}>{fit(pin.label, width - 30, 'mono')}</text>
      <text className="small" x={x + 12} y={y + 37}>{pin.plugged === undefined ? pin.detail : pin.plugged ? 'filled' : 'not filled'}</text>
      {pin.gives && !gone && (
        <>
          <text className="gives mono" x={x + width - 26} y={y + height + 16} textAnchor="end">{fit(`gives ${pin.gives}`, width - 36, 'mono')}</text>
          <path d={`M${x + width - 18} ${y + height}v16m-4 -5l4 5l4 -5`} fill="none" stroke={brass} strokeWidth={1.6} />
        </>
      )}
      {pin.note && <text className="small" x={x + 12} y={y + height + (pin.gives && !gone ? 33 : 15)} style={{ fill: tone }}>{fit(pin.note, width - 12)}</text>}
    </g>
  );
}

function frameOf(placed: Placed, layout: Layout): { x: number; y: number; width: number; height: number } {
  const { pin, x, y, width, height } = placed;
  switch (pin.kind) {
    case 'prop':
      return layout.narrow ? { x: layout.body.x - 24, y: y - height / 2, width: layout.body.width + 22, height } : { x: 2, y: y - height / 2 + 1, width: layout.body.x + layout.body.width * 0.48, height: height - 2 };
    case 'event':
      return layout.narrow ? { x: layout.body.x + 4, y: y - 14, width: layout.body.width + 18, height } : { x: x - 2, y: y - 15, width: width - 2, height };
    case 'hook':
      return { x: x - width / 2, y: y - 14, width, height: 36 };
    default:
      return { x: x - 4, y: y - 4, width: width + 8, height: height + 8 };
  }
}

function Screw({ x, y }: { x: number; y: number }) {
  return (
    <g>
      <circle cx={x} cy={y} r={4} fill={sand} stroke={rule} />
      <path d={`M${x - 2.4} ${y + 1.4}l4.8 -2.8`} stroke={soft} />
    </g>
  );
}

/** A component drawn as a socket plate with its members as pins. */
export function Plate({ model, hrefOf, onOpen }: PlateProps) {
  const frame = useRef<HTMLDivElement>(null);
  const [available, setAvailable] = useState(900);
  useLayoutEffect(() => {
    const element = frame.current;
    if (!element) return;
    const measure = () => setAvailable(element.clientWidth);
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  const layout = useMemo(() => layOut(model, available), [model, available]);
  const { body } = layout;
  const all = [...layout.props, ...layout.slots, ...layout.parts, ...layout.events, ...layout.hooks];
  const draw = (placed: Placed) => {
    switch (placed.pin.kind) {
      case 'prop': return <PropRow placed={placed} layout={layout} />;
      case 'event': return <EventRow placed={placed} layout={layout} />;
      case 'slot': return <SlotBox placed={placed} />;
      case 'part':
        return (
          <>
            <rect x={placed.x} y={placed.y} width={placed.width} height={placed.height} rx={6} fill={plate} stroke={toneOf[placed.pin.state]} />
            <text className="mono" x={placed.x + placed.width / 2} y={placed.y + 21} textAnchor="middle" style={{ fill: toneOf[placed.pin.state] }}>{placed.pin.label}</text>
          </>
        );
      case 'hook':
        return (
          <>
            <path d={`M${placed.x} ${body.y + body.height}V${placed.y}m-9 0h18`} stroke={ink} strokeWidth={1.5} />
            <text className="mono small" x={placed.x} y={placed.y + 16} textAnchor="middle">{placed.pin.label}</text>
          </>
        );
    }
  };
  return (
    <Frame ref={frame}>
      <svg width={layout.width} height={layout.height} viewBox={`0 0 ${layout.width} ${layout.height}`} role="group" aria-label={`${model.name} as a plate; the table below says the same`}>
        <rect x={body.x} y={body.y} width={body.width} height={body.height} rx={14} fill={plate} stroke={rule} strokeWidth={1.5} />
        <rect x={body.x + 5} y={body.y + 5} width={body.width - 10} height={body.height - 10} rx={10} fill="none" stroke={sand} />
        <Screw x={body.x + 16} y={body.y + 16} />
        <Screw x={body.x + body.width - 16} y={body.y + 16} />
        <Screw x={body.x + 16} y={body.y + body.height - 16} />
        <Screw x={body.x + body.width - 16} y={body.y + body.height - 16} />
        <text className="name" x={body.x + body.width / 2} y={body.y + 28}>{fit(model.name, body.width - 60, 'mono')}</text>
        <text className="small" x={body.x + body.width / 2} y={body.y + 46} textAnchor="middle">{fit([model.root, model.stage].filter(Boolean).join(' · '), body.width - 40)}</text>
        {layout.captions.map((c) => <text key={c.text + c.y} className="caption" x={c.x} y={c.y + 8}>{c.text}</text>)}
        {layout.braces.map((b) => (
          <g key={b.top}>
            <path d={`M${b.x - 10} ${b.top}q8 0 8 8V${(b.top + b.bottom) / 2 - 6}q0 6 6 6q-6 0 -6 6V${b.bottom - 8}q0 8 -8 8`} fill="none" stroke={brass} strokeWidth={1.4} />
            <title>{b.words}</title>
            {b.room > 60 && <text className="gives" x={b.x + 10} y={(b.top + b.bottom) / 2 + 4}>{fit(b.words, b.room)}</text>}
          </g>
        ))}
        {all.map((placed) => {
          const box = frameOf(placed, layout);
          return (
            <a
              key={placed.pin.key}
              href={hrefOf(placed.pin)}
              aria-label={say(placed.pin)}
              onClick={(event) => {
                if (event.metaKey || event.ctrlKey || event.shiftKey) return;
                event.preventDefault();
                onOpen(placed.pin);
              }}
            >
              <title>{say(placed.pin)}</title>
              <rect className="focus" {...box} />
              {draw(placed)}
            </a>
          );
        })}
        {layout.shared && <text className="small" x={layout.shared.x} y={layout.shared.y}>{layout.shared.text}</text>}
      </svg>
    </Frame>
  );
}

