import type { Pin, PlateModel } from './model';

/** A pin with its place. y is the middle of its row. */
export interface Placed {
  pin: Pin;
  x: number;
  y: number;
  width: number;
  height: number;
}

export interface Layout {
  width: number;
  height: number;
  /** Narrow plates carry their labels inside. */
  narrow: boolean;
  body: { x: number; y: number; width: number; height: number };
  props: Placed[];
  captions: { text: string; x: number; y: number }[];
  events: Placed[];
  slots: Placed[];
  parts: Placed[];
  hooks: Placed[];
  shared: { text: string; x: number; y: number } | null;
  braces: { x: number; top: number; bottom: number; words: string; room: number }[];
}

/** Widths of one character, in pixels, of the two faces at the plate's sizes. */
const monoWidth = 7.9;
const sansWidth = 6.2;

const rowHeight = 32;
const head = 66;

/** Labels longer than this are cut, with the whole in the title. */
export const longest = 26;

const labelWidth = (pins: Pin[]) => Math.max(0, ...pins.map((p) => Math.min(p.label.length, longest) * monoWidth));
const rowOf = (pin: Pin) => (pin.note ? rowHeight + 4 : rowHeight);

/** Room that a slot takes: its box, and the lead below it where it gives data. */
const slotHeight = (pin: Pin) => 48 + (pin.gives ? 24 : 8) + (pin.note ? 18 : 0) + (pin.stacked ? 6 : 0);

/** Lays a plate out for the width at hand, from 320 pixels up. */
export function layOut(model: PlateModel, available: number): Layout {
  const narrow = available < 660;
  const width = Math.max(300, Math.min(available, 1000));
  const left = narrow ? 38 : Math.min(256, width * 0.28, Math.max(110, labelWidth(model.props) + 48));
  const right = narrow ? 26 : Math.min(260, width * 0.28, Math.max(70, Math.max(labelWidth(model.events), ...model.events.map((e) => Math.max(e.detail.length * 7.4, e.note.length * 6.4))) + 56));
  const body = { x: left, y: 8, width: width - left - right, height: 0 };

  // Props run down the left edge, with a caption where the group changes and there are many.
  const captions: Layout['captions'] = [];
  const props: Placed[] = [];
  const many = model.props.length > 8;
  let y = body.y + head;
  let group = '';
  for (const pin of model.props) {
    const name = pin.required ? 'required' : pin.group;
    if (many && name !== group) {
      group = name;
      captions.push({ text: name, x: body.x + 14, y: y + 4 });
      y += 20;
    }
    const height = rowOf(pin) + (narrow && pin.note ? 14 : 0);
    props.push({ pin, x: body.x, y: y + height / 2, width: body.width, height });
    y += height;
  }
  const braces: Layout['braces'] = [];
  for (const hold of model.holds) {
    const rows = props.filter((p) => p.pin.key === hold.from || p.pin.key === hold.to);
    if (rows.length === 2 && Math.abs(rows[0].y - rows[1].y) < rowHeight * 1.6 && !narrow) {
      const [top, bottom] = [Math.min(rows[0].y, rows[1].y), Math.max(rows[0].y, rows[1].y)];
      braces.push({ x: body.x + 148, top: top - 8, bottom: bottom + 8, words: hold.words, room: body.width * 0.5 - 148 - 30 });
    }
  }
  const propsEnd = y;

  // Openings stand in the right half of the body, or below the props.
  const inside = narrow ? { x: body.x + 16, width: body.width - 32, y: propsEnd + 8 } : { x: body.x + body.width * 0.5, width: body.width * 0.5 - 24, y: body.y + head };
  const slots: Placed[] = [];
  y = inside.y;
  for (const pin of model.slots) {
    const top = y + (pin.stacked ? 6 : 0);
    slots.push({ pin, x: inside.x, y: top, width: inside.width, height: 46 });
    y += slotHeight(pin);
  }
  const parts: Placed[] = [];
  let shared: Layout['shared'] = null;
  if (model.parts.length > 0) {
    y += 4;
    let x = inside.x;
    for (const pin of model.parts) {
      const w = Math.max(64, pin.label.length * monoWidth + 24);
      if (x + w > inside.x + inside.width && x > inside.x) {
        x = inside.x;
        y += 42;
      }
      parts.push({ pin, x, y, width: w, height: 34 });
      x += w + 8;
    }
    y += 44;
    if (model.shared) {
      shared = { text: `parts share: ${model.shared}`, x: inside.x, y: y + 8 };
      y += 20;
    }
  }
  const slotsEnd = y;

  // Events leave at the right edge; on a narrow plate below all else.
  const events: Placed[] = [];
  y = narrow ? Math.max(propsEnd, slotsEnd) + 6 : body.y + head;
  for (const pin of model.events) {
    const height = (pin.detail ? 44 : 32) + (pin.note ? 16 : 0);
    events.push({ pin, x: body.x + body.width, y: y + 16, width: right, height });
    y += height;
  }
  const eventsEnd = y;
  body.height = Math.max(propsEnd, slotsEnd, eventsEnd, body.y + 120) + 20 - body.y;

  // Style hooks are ticks at the lower edge, in as many rows as they need.
  const hooks: Placed[] = [];
  const bottom = body.y + body.height;
  let x = body.x + 10;
  let line = 0;
  for (const pin of model.hooks) {
    const w = pin.label.length * 7.2 + 24;
    if (x + w > body.x + body.width && x > body.x + 10) {
      x = body.x + 10;
      line++;
    }
    hooks.push({ pin, x: x + w / 2, y: bottom + 14 + line * 26, width: w, height: 26 });
    x += w;
  }
  const height = bottom + (model.hooks.length > 0 ? 44 + line * 26 : 12);
  return { width, height, narrow, body, props, captions, events, slots, parts, hooks, shared, braces };
}

/** Cuts a text to the room that it has. */
export function fit(text: string, room: number, face: 'mono' | 'sans' = 'sans'): string {
  const max = Math.max(4, Math.floor(room / (face === 'mono' ? monoWidth : sansWidth)));
  return text.length > max ? text.slice(0, max - 1) + '…' : text;
}
