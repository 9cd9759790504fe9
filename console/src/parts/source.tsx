import type { ReactNode } from 'react';
import styled from 'styled-components';
import { breaks, mono, paper, rule, soft, space, type } from '../tokens';

const Lines = styled.pre`
  margin: ${space.m} 0 0; background: ${paper}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.m}; overflow-x: auto; font: ${type.small}/1.5 ${mono};
  .n { color: ${soft}; user-select: none; display: inline-block; min-width: 2.5em; }
  mark { background: none; color: ${breaks}; text-decoration: underline wavy; text-underline-offset: 0.25em; }
`;

/** One line of source; the words that are pointed at are marked. Columns count from the start of the line in the file. */
function Line({ text, columns }: { text: string; columns: number[] }) {
  const pieces: ReactNode[] = [];
  let at = 0;
  for (const column of [...columns].sort((a, b) => a - b)) {
    if (column < at) continue;
    const word = /^(\{\.\.\.[^}]*\}|[:@#<]?[\w.:-]+|.)/.exec(text.slice(column))?.[0] ?? '';
    pieces.push(text.slice(at, column), <mark key={column}>{word}</mark>);
    at = column + word.length;
  }
  return <>{pieces}{text.slice(at)}</>;
}

interface SourceProps {
  /** The text, which begins at a place of its file. */
  text: string;
  at: { file: string; line: number; column: number };
  /** Places in the same file whose words are marked. */
  marks: { line: number; column: number }[];
}

/** A piece of source with its line numbers. */
export function Source({ text, at, marks }: SourceProps) {
  return (
    <Lines tabIndex={0} aria-label={`Source at ${at.file}, line ${at.line}`}>
      {text.split('\n').slice(0, 14).map((line, i) => {
        const number = at.line + i;
        return (
          <span key={number}>
            <span className="n">{number}</span>
            <Line text={line} columns={marks.filter((m) => m.line === number).map((m) => m.column - (i === 0 ? at.column : 1))} />
            {'\n'}
          </span>
        );
      })}
    </Lines>
  );
}
