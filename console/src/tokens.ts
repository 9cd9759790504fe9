import { createGlobalStyle } from 'styled-components';

/** The console's design tokens, by meaning. Their values for light and dark stand below. */
export const ink = 'var(--ink)';
export const soft = 'var(--soft)';
export const paper = 'var(--paper)';
export const plate = 'var(--plate)';
export const rule = 'var(--rule)';
export const sand = 'var(--sand)';
export const brass = 'var(--brass)';
export const breaks = 'var(--breaks)';
export const shifts = 'var(--shifts)';
export const holds = 'var(--holds)';
export const unsure = 'var(--unsure)';

export const sans = "'Source Sans 3 Variable', 'Source Sans 3', sans-serif";
export const mono = "'Source Code Pro', monospace";

/** Type sizes and spaces, in rem. */
export const type = { small: '0.8125rem', base: '0.9375rem', large: '1.125rem', title: '1.75rem' } as const;
export const space = { s: '0.25rem', m: '0.5rem', l: '1rem', xl: '1.5rem', xxl: '2.5rem' } as const;

export const GlobalStyle = createGlobalStyle`
  :root {
    color-scheme: light dark;
    --ink: #23272E; --soft: #5D574C; --paper: #F5F0E6; --plate: #FFFDF8; --rule: #CFC4AC; --sand: #E8DEC8;
    --brass: #86591A; --breaks: #A0313B; --shifts: #6A4A8C; --holds: #2E6A57; --unsure: #645C4E;
  }
  @media (prefers-color-scheme: dark) {
    :root {
      --ink: #ECE6D9; --soft: #B3AA98; --paper: #1B1D21; --plate: #24272C; --rule: #4A463E; --sand: #3A362E;
      --brass: #D6A052; --breaks: #EE8B92; --shifts: #BFA1E0; --holds: #7FC4AA; --unsure: #B0A690;
    }
  }
  * { box-sizing: border-box; }
  /* What sticks to the top covers nothing that is focused. */
  html { font-size: 100%; scroll-padding-top: 7rem; }
  body { margin: 0; background: ${paper}; color: ${ink}; font: ${type.base}/1.45 ${sans}; }
  a { color: ${brass}; text-underline-offset: 0.15em; }
  code, pre { font-family: ${mono}; font-size: 0.9em; }
  :focus-visible { outline: 2px solid ${brass}; outline-offset: 2px; border-radius: 3px; }
  @media (prefers-reduced-motion: no-preference) { a, button { transition: color 120ms, background 120ms; } }
`;
