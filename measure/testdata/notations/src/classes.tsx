import React, { Component, PureComponent } from 'react';
import type { Size, Tone } from './shared';

interface BoardProps { rows: number; tone?: Tone; onTurn?: (row: number, by: Size) => void; children?: React.ReactNode }
export class Board extends Component<BoardProps, { at: number }> {
  static defaultProps = { rows: 3 };
  static Cell = (props: { at: number; wide?: boolean }) => <td>{props.at}</td>;
  turn() { this.props.onTurn?.(1, 's'); }
  render() { return <table>{this.props.children}</table>; }
}
abstract class Shared<P> extends PureComponent<P & { common?: 'yes' | 'no' }> {}
export class Derived extends Shared<{ extra: Tone }> { render() { return <p>{this.props.extra}</p>; } }
