import { memo, useState } from 'react';
import styled from 'styled-components';
import { Choose, Plain, Soft } from '../parts';
import { mono, plate, rule, space } from '../tokens';
import { send } from './api';
import type { Refusal } from './api';

const forms = ['react', 'vue', 'svelte', 'angular', 'web component', 'sidecar', 'manifest', 'schema', 'page'] as const;

const Pre = styled.pre`font-family: ${mono}; font-size: 0.8125rem; background: ${plate}; border: 1px solid ${rule}; border-radius: 6px; padding: ${space.m}; overflow: auto; max-height: 32rem;`;
const Row = styled.div`display: flex; gap: ${space.m}; align-items: end;`;

/** Source in which the interface is whole and the inside is left to be written, or a document about it. */
export const Skeleton = memo(function Skeleton({ text }: { text: string }) {
  const [form, setForm] = useState<string>('react');
  const [files, setFiles] = useState<{ name: string; text: string }[]>([]);
  const [problem, setProblem] = useState<Refusal>();
  const write = () =>
    void send<{ items: { name: string; text: string }[] }>('POST', '/design/skeleton', { text, form })
      .then(({ items }) => { setFiles(items); setProblem(undefined); })
      .catch(setProblem);
  return (
    <>
      <Row>
        <Choose label="Written as" value={form} options={forms} onValueChange={setForm} />
        <Plain onPress={write}>Write it</Plain>
      </Row>
      {problem && <p role="alert">{problem.detail}</p>}
      {files.map((f) => (
        <section key={f.name} aria-label={f.name}>
          <Soft>{f.name}</Soft> <Plain onPress={() => void navigator.clipboard.writeText(f.text)}>Copy</Plain>
          <Pre tabIndex={0}>{f.text}</Pre>
        </section>
      ))}
    </>
  );
});
