import React, { forwardRef, memo } from 'react';
import type { FC, ReactElement, ReactNode, MouseEventHandler } from 'react';

// Each comment of this form says what must be read from its line.

export function Declared({ a, b = 'x' }: { //= root p
  a: string; //= prop a: string required
  b?: 'x' | 'y'; //= prop b: 'x' | 'y' = "x" variant
}) {
  return <p>{a}{b}</p>;
}

export const Arrow = ({ n = -1.5, list = [1, 'a'], o = { k: true } }: { //= root i
  n?: number; //= prop n: number = -1.5
  list?: (string | number)[]; //= prop list: (string | number)[] = [1,"a"]
  o?: { k: boolean }; //= prop o: { k: boolean } = {"k":true}
}) => <i>{n}{list}{o.k}</i>;

interface TypedProps {
  text: string; //= prop text: string required
  maybe?: string | null; //= prop maybe: string | null
}
export const Typed: FC<TypedProps> = (props) => <b>{props.text}{props.maybe}</b>; //= root b

export const Viewed: React.FC<TypedProps & { extra: boolean }> = ({ text, extra }) => <b>{text}{extra}</b>; //= root b //= prop extra: boolean required

export const Forwarded = forwardRef<HTMLInputElement, { size?: 's' | 'm' }>(({ size = 's' }, ref) => <input ref={ref} data-size={size} />); //= handle Ref<HTMLInputElement> //= prop size: 's' | 'm' = "s" variant //= root input

export const Remembered = memo(function Inner({ on = false }: { on?: boolean }) { //= prop on: boolean = false //= root u
  return <u>{on}</u>;
});

export const Both = memo(forwardRef<HTMLElement, { id2: string }>(function Both({ id2 }, ref) { //= handle Ref<HTMLElement> //= prop id2: string required //= root em
  return <em ref={ref}>{id2}</em>;
}));

export default function Main({ heading }: { heading: ReactNode }) { //= root main //= slot heading content required
  return <main>{heading}</main>;
}

export function Slots({ children, row, renderCell, icon, aside, onlyText }: { //= root div
  children?: ReactNode; //= slot default content fallback
  row?: (x: { id: string; n?: number }) => ReactNode; //= slot row function fallback loop gives { id, n }
  renderCell: (value: string, index: number) => JSX.Element; //= slot cell function required loop gives (value, index)
  icon?: ReactElement | string; //= slot icon content
  mark?: ReactElement<{ size: number }>; //= slot mark element
  badge: JSX.Element | null; //= slot badge element required
  tail?: ReactElement | ReactElement[]; //= slot tail content
  renderMark?: () => ReactElement | null; //= slot renderMark function gives ()
  aside?: ReactNode | null; //= slot aside content fallback
  onlyText?: string; //= prop onlyText: string
}) {
  return (
    <div>
      {children ?? <p>nothing</p>}
      {['a'].map((id, index) => <span key={id}>{row ? row({ id }) : id}{renderCell(id, index)}</span>)}
      {icon}
      {aside || 'beside'}
      {onlyText}
    </div>
  );
}

export function Events({ onOpenChange, onClick, onLoad, onDuty }: { //= root a
  onOpenChange?: (open: boolean, why?: 'key' | 'press') => void; //= event openChange (open, why)
  onClick?: MouseEventHandler<HTMLAnchorElement>; //= event click (event)
  onLoad(): boolean; //= event load () required
  onDuty?: boolean; //= prop onDuty: boolean
}) {
  return <a onClick={(e) => { onClick?.(e); onOpenChange?.(onLoad()); }}>{onDuty}</a>;
}

export function TwoWay(props: { //= two value/defaultValue/valueChange both //= two open//openChange app //= root q
  value?: string; //= prop value: string
  defaultValue?: string; //= prop defaultValue: string = ""
  onValueChange?: (value: string) => void; //= event valueChange (value)
  open?: boolean; //= prop open: boolean
  onOpenChange?: (open: boolean) => void; //= event openChange (open)
}) {
  const { value, defaultValue = '', onValueChange, ...others } = props;
  return <q onClick={() => onValueChange?.(value ?? defaultValue)}>{others.open}</q>;
}

export function Root({ as: Tag = 'p', ...rest }: { as?: 'p' | 'h1' } & React.HTMLAttributes<HTMLElement>) { //= prop as: 'p' | 'h1' = "p" identity //= root p h1 by as //= pass root p
  return <Tag {...rest} />;
}

export function Inner({ label, ...rest }: { label: string } & React.InputHTMLAttributes<HTMLInputElement>) { //= prop label: string required //= root label //= pass inner input
  return <label>{label}<input {...rest} /></label>;
}

export function Branches({ loud }: { loud?: boolean }) { //= prop loud: boolean //= root strong em
  if (loud === undefined) return null;
  return loud ? <strong /> : <em />;
}

export function Tabs({ children }: { children?: ReactNode }) { //= root nav //= slot default content
  return <nav>{children}</nav>;
}
function Tab({ deck }: { deck: string }) { //= root button //= prop deck: string required
  return <button>{deck}</button>;
}
Tabs.Tab = Tab; //= part Tab

export function Generic<T extends { id: string }>({ items }: { items: T[] }) { //= type T extends { id: string } //= prop items: T[] required //= root ul
  return <ul>{items.map((i) => <li key={i.id} />)}</ul>;
}

/**
 * Says something.
 * @deprecated since 1.4.0, until 2.0.0: use Declared
 */
export function Old() { //= deprecated 1.4.0 2.0.0 Declared //= root s
  return <s />;
}

export const notAComponent = 3;
export const CONSTANT = <p />;
export function useThing() { return 3; }
