import { Table, Pagination, Anchor } from '@mantine/core';
import type { Crossing } from '../kinds';

export function Rows({ crossings, page, onPage }: { crossings: Crossing[]; page: number; onPage: (page: number) => void }) {
  return (
    <>
      <Table striped highlightOnHover withBorder withColumnBorders verticalSpacing="xs" fontSize="sm">
        <tbody>{crossings.map((crossing) => <tr key={crossing.id}><td><Anchor href={`/c/${crossing.id}`} underline={false}>{crossing.id}</Anchor></td></tr>)}</tbody>
      </Table>
      <Pagination total={10} value={page} onChange={onPage} position="center" withEdges siblings={1} />
    </>
  );
}
