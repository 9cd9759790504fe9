import type { ReactNode } from 'react';
import type { SetURLSearchParams } from 'react-router-dom';
import styled from 'styled-components';
import type { Release } from '../api';
import { Choose, Empty } from '../parts';
import { space } from '../tokens';

const Bar = styled.div`display: flex; flex-wrap: wrap; gap: ${space.l}; align-items: end;`;

export interface Chosen {
  pkg: string;
  from: string;
  to: string;
}

interface VersionsProps {
  releases: Release[];
  params: URLSearchParams;
  setParams: SetURLSearchParams;
  children: (chosen: Chosen) => ReactNode;
}

/** Chooses a package and two of its releases; the choice stands in the URL. Without one it is the step to the newest number. */
export function Versions({ releases, params, setParams, children }: VersionsProps) {
  const packages = [...new Set(releases.map((r) => r.package))];
  const pkg = params.get('package') ?? packages[0];
  const versions = releases.filter((r) => r.package === pkg).map((r) => r.version);
  if (packages.length === 0) {
    return <Empty command="steady add release ./fairlead@2.0.0">No release is kept yet. Add one:</Empty>;
  }
  if (versions.length < 2) {
    return <Empty command="steady add release ./fairlead@2.1.0">{pkg} has only one release. Add another to compare:</Empty>;
  }
  const to = params.get('to') ?? versions[0];
  const from = params.get('from') ?? versions[Math.min(versions.indexOf(to) + 1, versions.length - 1)];
  const set = (name: string, value: string) =>
    setParams(name === 'package' ? { package: value } : { package: pkg, from, to, [name]: value });
  return (
    <>
      <Bar>
        <Choose label="Package" value={pkg} options={packages} onValueChange={(value) => set('package', value)} />
        <Choose label="From" value={from} options={versions} onValueChange={(value) => set('from', value)} />
        <Choose label="To" value={to} options={versions} onValueChange={(value) => set('to', value)} />
      </Bar>
      {children({ pkg, from, to })}
    </>
  );
}
