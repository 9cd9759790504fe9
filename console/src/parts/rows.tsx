import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef } from 'react';
import type { ReactNode } from 'react';
import styled from 'styled-components';
import { plate, rule } from '../tokens';

const Window = styled.div`max-height: 75vh; overflow: auto; background: ${plate}; border: 1px solid ${rule}; border-radius: 8px;`;

interface RowsProps<T> {
  items: readonly T[];
  label: string;
  /** A guess at the height of a row, in pixels. */
  height: number;
  keyOf: (item: T) => string;
  renderRow: (item: T, index: number) => ReactNode;
}

/** A list that draws only the rows in view, however many there are. */
export function Rows<T>({ items, label, height, keyOf, renderRow }: RowsProps<T>) {
  const frame = useRef<HTMLDivElement>(null);
  const rows = useVirtualizer({ count: items.length, getScrollElement: () => frame.current, estimateSize: () => height, overscan: 10, getItemKey: (i) => keyOf(items[i]) });
  return (
    <Window ref={frame} tabIndex={0} role="region" aria-label={label}>
      <div role="list" style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map((row) => (
          <div
            key={row.key}
            ref={rows.measureElement}
            data-index={row.index}
            role="listitem"
            aria-setsize={items.length}
            aria-posinset={row.index + 1}
            style={{ position: 'absolute', top: 0, left: 0, right: 0, transform: `translateY(${row.start}px)` }}
          >
            {renderRow(items[row.index], row.index)}
          </div>
        ))}
      </div>
    </Window>
  );
}
