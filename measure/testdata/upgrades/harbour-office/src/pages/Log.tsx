import { Table, Pagination, Breadcrumb } from 'react-bootstrap';

export function Log({ rows, page, onPage }: { rows: { at: string; what: string }[]; page: number; onPage: (page: number) => void }) {
  return (
    <>
      <Breadcrumb>
        <Breadcrumb.Item href="/">Harbour</Breadcrumb.Item>
        <Breadcrumb.Item active>Log</Breadcrumb.Item>
      </Breadcrumb>
      <Table striped bordered hover size="sm" responsive>
        <tbody>{rows.map((row) => <tr key={row.at}><td>{row.at}</td><td>{row.what}</td></tr>)}</tbody>
      </Table>
      <Pagination size="sm">
        <Pagination.Prev onClick={() => onPage(page - 1)} disabled={page === 1} />
        <Pagination.Item active activeLabel="here">{page}</Pagination.Item>
        <Pagination.Next onClick={() => onPage(page + 1)} />
      </Pagination>
    </>
  );
}
