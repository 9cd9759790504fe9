import * as React from 'react';
import { useImperativeHandle } from 'react';
import styled from 'styled-components';

interface BoardProps {
  rows?: number; //= prop rows: number = 4
  tone: 'calm' | 'urgent'; //= prop tone: 'calm' | 'urgent' = "calm" variant
  onTurn?(row: number): void; //= event turn (row)
}
export class Board extends React.Component<BoardProps> { //= root table
  static defaultProps = { tone: 'calm' as const, rows: 4 };
  static Cell = ({ at }: { at: number }) => <td>{at}</td>; //= part Cell //= prop at: number required //= root td
  render() {
    return <table>{this.props.rows}</table>;
  }
}

interface Held { reset(): void; at: number }
export const Handled = React.forwardRef<Held, { start?: number }>(({ start }, ref) => { //= handle Ref<{ reset: () => void; at: number }> //= prop start: number = 0 //= root b
  useImperativeHandle(ref, () => ({ reset() {}, at: start ?? 0 }));
  return <b>{start}</b>;
});

export const Painted = styled.button<{ $loud?: boolean }>`color: red;`; //= root button //= pass root button //= handle Ref<HTMLButtonElement> //= prop $loud: boolean
export const Filled = styled.i.attrs({ at: 1 })<{ at: number; by: string }>`x`; //= root i //= pass root i //= handle Ref<HTMLElement> //= prop at: number //= prop by: string required
export const Repainted = styled(Painted)``; //= root Painted //= pass root Painted //= handle Ref<HTMLButtonElement>

export function Defaults(props: { //= root p
  a?: number; //= prop a: number = 7
  b?: string; //= prop b: string = "x"
  /** @default 'documented' */
  c?: string; //= prop c: string = "documented"
}) {
  const a = props.a ?? 7;
  props.b ??= 'x';
  return <p>{a}{props.b}{props.c}</p>;
}

export function Modes(props: ( //= root p
  | { kind: 'link'; href: string } //= prop kind: 'link' | 'action' required variant //= prop href: string
  | { kind: 'action'; onPress: () => void } //= event press ()
) & { label: string }) { //= prop label: string required
  return <p>{props.label}</p>;
}

export function Apart(props: { open: boolean; start?: never } | { open?: never; start: boolean }) { //= root p //= prop open: boolean //= prop start: boolean
  return <p>{String(props.open)}</p>;
}

export function useTide(port: string, options?: { hours?: number }) { //= prop port: string required //= prop options: { hours?: number }
  return [port.length, options?.hours ?? 6] as const;
}
