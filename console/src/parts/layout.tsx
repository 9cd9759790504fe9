import { useState } from 'react';
import type { ReactNode } from 'react';
import { Button as AriaButton } from 'react-aria-components';
import { NavLink } from 'react-router-dom';
import styled from 'styled-components';
import type { Loaded } from '../api';
import { brass, breaks, ink, mono, paper, plate, rule, sand, soft, space, type } from '../tokens';

const Frame = styled.div`max-width: 84rem; margin: 0 auto; padding: 0 ${space.xl} ${space.xxl};`;

const Top = styled.header`
  display: flex; flex-wrap: wrap; align-items: center; gap: ${space.l} ${space.xl}; padding: ${space.l} 0; border-bottom: 1px solid ${rule};
  nav { display: flex; flex-wrap: wrap; gap: ${space.s} ${space.l}; }
  nav a { color: ${ink}; text-decoration: none; padding: ${space.s} 0; border-bottom: 2px solid transparent; }
  nav a.active { border-bottom-color: ${brass}; font-weight: 600; }
  nav a:hover { color: ${brass}; }
`;

const Name = styled.span`font-weight: 700; letter-spacing: 0.01em; display: inline-flex; align-items: center; gap: ${space.m};`;

const Skip = styled.a`
  position: absolute; left: -100vw; background: ${plate}; padding: ${space.m};
  &:focus { left: ${space.l}; top: ${space.l}; }
`;

/** The frame of every page: the name of the product, the pages, the content. */
export function Shell({ children }: { children: ReactNode }) {
  return (
    <Frame>
      <Skip href="#content">Go to the content</Skip>
      <Top>
        <Name>
          <img src="/socket.svg" width={24} height={24} alt="" />
          Steady Socket
        </Name>
        <nav aria-label="Pages">
          <NavLink to="/components">Components</NavLink>
          <NavLink to="/design">Design</NavLink>
          <NavLink to="/releases">Releases</NavLink>
          <NavLink to="/impact">Impact</NavLink>
          <NavLink to="/apps">Apps</NavLink>
        </nav>
      </Top>
      <main id="content">{children}</main>
    </Frame>
  );
}

const Heading = styled.div`
  margin: ${space.xl} 0 ${space.l};
  h1 { margin: 0; font-size: ${type.title}; line-height: 1.2; overflow-wrap: anywhere; }
  p { margin: ${space.s} 0 0; color: ${soft}; }
`;

/** The title of a page with one line below it. */
export function Title({ children, below }: { children: ReactNode; below?: ReactNode }) {
  return (
    <Heading>
      <h1>{children}</h1>
      {below && <p>{below}</p>}
    </Heading>
  );
}

export const Section = styled.section`
  margin: ${space.xl} 0;
  > h2 { font-size: ${type.large}; margin: 0 0 ${space.m}; }
`;

export const Card = styled.div`background: ${plate}; border: 1px solid ${rule}; border-radius: 8px; padding: ${space.l};`;

export const Scroll = styled.div`overflow-x: auto; background: ${plate}; border: 1px solid ${rule}; border-radius: 8px;`;

export const Table = styled.table`
  width: 100%; border-collapse: collapse; font-size: ${type.base};
  th, td { text-align: left; padding: ${space.m} 0.75rem; vertical-align: top; border-bottom: 1px solid ${sand}; }
  thead th { color: ${soft}; font-weight: 600; font-size: ${type.small}; white-space: nowrap; }
  tbody th code { white-space: nowrap; }
  tbody th span { font-weight: 400; }
  tbody tr:last-child > * { border-bottom: none; }
  td.number, th.number { text-align: right; font-variant-numeric: tabular-nums; }
`;

export const Plain = styled(AriaButton)`
  font: inherit; color: ${ink}; background: ${plate}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.s} 0.75rem; cursor: pointer;
  &[data-hovered] { border-color: ${brass}; }
  &[data-focus-visible] { outline: 2px solid ${brass}; outline-offset: 2px; }
  &[data-disabled] { color: ${soft}; cursor: default; }
`;

const Command = styled.div`
  display: flex; gap: ${space.m}; align-items: center; margin-top: ${space.m};
  code { background: ${paper}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.s} ${space.m}; font-family: ${mono}; overflow-x: auto; }
`;

/** A command with a button that copies it. */
export function Copyable({ text }: { text: string }) {
  const [copied, setCopied] = useState(false);
  return (
    <Command>
      <code>{text}</code>
      <Plain onPress={() => void navigator.clipboard.writeText(text).then(() => setCopied(true))}>{copied ? 'Copied' : 'Copy'}</Plain>
    </Command>
  );
}

/** What stands there when there is nothing: why, and what to do next. */
export function Empty({ children, command }: { children: ReactNode; command?: string }) {
  return (
    <Card>
      {children}
      {command && <Copyable text={command} />}
    </Card>
  );
}

const Wrong = styled(Card)`border-color: ${breaks};`;

/** Shows what a call answered, or what was wrong with it. Nothing is shown while nothing is known yet. */
export function Answer<T>({ of, children }: { of: Loaded<T>; children: (data: T) => ReactNode }) {
  if (of.problem) {
    return (
      <Wrong role="alert">
        <strong>{of.problem.detail}</strong>
        {of.problem.right && <div>{of.problem.right}</div>}
      </Wrong>
    );
  }
  if (of.data === undefined) return <div aria-busy="true" />;
  return <>{children(of.data)}</>;
}
