// A published package without exports: its root, and folders that are imported by themselves.
import * as React from 'react';
import './adds';

export type Tone = 'calm' | 'loud' | 'urgent';

export namespace Marks {
  type Align = 'start' | 'end' | 'middle';
}

export interface QuayProps extends React.HTMLAttributes<HTMLElement> {
  tone?: Tone;
  align: Marks.Align;
}

export declare const Quay: React.ForwardRefExoticComponent<QuayProps & React.RefAttributes<HTMLElement>>;

/** What is drawn is nothing, and it takes nothing. */
export declare function Hush(): null;

/** What has props and draws nothing is no component. */
export declare abstract class Drafting {
  props: { tone: Tone };
  render(): void;
}
