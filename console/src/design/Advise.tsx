import { memo, useState } from 'react';
import styled from 'styled-components';
import { useService } from '../api';
import { Answer, Card, Plain, Soft } from '../parts';
import { space } from '../tokens';
import type { Advice } from './api';
import { Tick } from './fields';

const needs = ['vary one spot', 'vary everything drawn', 'vary behaviour', 'vary order and presence of regions', 'share logic only', 'limit freedom on purpose'];

const Ticks = styled.div`display: flex; flex-wrap: wrap; gap: ${space.m} ${space.l}; margin-bottom: ${space.m};`;

interface AdviseProps {
  framework: string;
  stance: string;
  onTake: (pattern: string) => void;
}

/** Which patterns fit what is needed, what each costs, and what is decided either way. */
export const Advise = memo(function Advise({ framework, stance, onTake }: AdviseProps) {
  const [ticked, setTicked] = useState<string[]>([]);
  const query = ticked.map((n) => `need=${encodeURIComponent(n)}`).join('&');
  const advice = useService<Advice>(ticked.length === 0 ? null : `/design/advice?${query}&framework=${encodeURIComponent(framework)}&stance=${encodeURIComponent(stance)}`);
  return (
    <Card>
      <Ticks role="group" aria-label="What apps need to do">
        {needs.map((n) => <Tick key={n} label={n} on={ticked.includes(n)} onValueChange={(on) => setTicked(on ? [...ticked, n] : ticked.filter((t) => t !== n))} />)}
      </Ticks>
      {ticked.length > 0 && (
        <Answer of={advice}>
          {(a) => (
            <>
              <ol>
                {a.patterns.map((p) => (
                  <li key={p.pattern}>
                    <strong>{p.pattern}</strong> <Plain onPress={() => onTake(p.pattern)} aria-label={`As a further alternative: ${p.pattern}`}>As an alternative</Plain>
                    <div>{p.why}{p.instead && <>; here: {p.instead}</>}</div>
                    <Soft>each use pays: {p.cost}{p.beyond.length > 0 && <>; allows beyond: {p.beyond.join(', ')}</>}</Soft>
                  </li>
                ))}
              </ol>
              {a.tensions.map((t) => <p key={t.one}><Soft>Decided either way: {t.one}; or {t.other}.</Soft></p>)}
            </>
          )}
        </Answer>
      )}
    </Card>
  );
});
