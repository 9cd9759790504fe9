import * as React from 'react';
import { Marks, Tone } from '../..';

export interface LeverProps {
  tone: Tone;
  align?: Exclude<Marks.Align, 'middle'>;
  step: number;
  label: string;
}

/** What its table of defaults holds may be left out, and given where it is no prop. */
export declare class Lever extends React.Component<LeverProps> {
  static defaultProps: { tone: 'calm'; step: number; depth: number };
}

/** Where any name is a prop, its table of defaults changes nothing. */
export declare class OpenLever extends React.Component<LeverProps & { [name: string]: any }> {
  static defaultProps: { tone: 'calm' };
}
