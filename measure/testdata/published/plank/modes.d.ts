import * as React from 'react';

type Kind = 'button' | 'button ' | 'checkbox' | 'colour' | 'date' | 'file' | 'hidden' | 'image' | 'month' | 'range' | 'radio' | 'reset' | 'submit' | 'time' | 'week' | 'text' | 'email' | 'number' | 'tel' | 'url' | 'search' | (string & {});
type Written = 'text' | 'email' | 'number' | 'tel' | 'url' | 'search' | 'postcode';
type Wide = 'a1' | 'a2' | 'a3' | 'a4' | 'a5' | 'a6' | 'a7' | 'a8' | 'a9' | 'b1' | 'b2' | 'b3' | 'b4';

/** Sets of values meet, whatever their number. */
export declare const Field: (props: { kind: Written; wide: Wide } & { kind?: Kind; wide: Wide | 'c1' } & { wide?: Wide | 'd1' }) => React.JSX.Element;

/** What may be left out on one side may be undefined there, and nothing else is lost. */
export declare const Sized: (props: ({ size?: 'small' | 'large'; wide?: boolean } & { size: number | undefined }) & { label: string }) => React.JSX.Element;

type Fits<T> = T extends React.ElementType ? Omit<React.ComponentPropsWithoutRef<T>, 'as'> : {};
type Given<T> = T extends React.ComponentType<infer P> ? P : T extends 'named' ? { named: string } : {};

/** A component is one, whatever its props. */
export declare const Wrapping: (props: Fits<React.ForwardRefExoticComponent<({ depth?: 1 | 2 } | { height: number }) & React.RefAttributes<HTMLElement>>> & { open?: boolean }) => React.JSX.Element;
export declare const Drawn: (props: { icon?: React.ReactNode } & Given<'named' | React.JSX.Element>) => React.JSX.Element;

type Common = { role?: never; text: string };
type ByRole<R extends 'link' | 'check' | 'info'> = R extends 'link' ? { role: 'link'; to: string } & Omit<Common, 'role'> : {} & R extends 'check' ? { role: 'check'; checked: boolean } & Omit<Common, 'role'> : { role?: 'info' } & Omit<Common, 'role'>;

/** The app chooses among the values of a parameter. */
export declare const Chosen: (props: ByRole<'link' | 'check' | 'info'>) => React.JSX.Element;

type Sending<P, Linked, Pressed> = P extends { href: string } ? Linked & { ref?: React.Ref<HTMLAnchorElement> } : Pressed & { ref?: React.Ref<HTMLButtonElement> };
type Linked = { text: string; href: string };
type Pressed = { text: string; href?: never; pressed?: boolean };

/** Which of two ways holds is decided by what the app gives. */
export declare const Sender: <P extends Linked | Pressed>(props: Sending<P, Linked, Pressed>) => React.JSX.Element;
