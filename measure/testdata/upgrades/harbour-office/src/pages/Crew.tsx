import { Button, Dropdown, ListGroup } from 'react-bootstrap';

const Item = ListGroup.Item;

export function Crew({ names, wide }: { names: string[]; wide: boolean }) {
  return (
    <ListGroup horizontal="md" as="ul">
      {names.map((name, index) => <Item as="li" key={name} active={index === 0} variant="light">{name}</Item>)}
      <Button {...{ variant: "outline-dark", block: wide }}>Add</Button>
      <Dropdown.Item as="button" onSelect={(key) => console.log(key)}>all</Dropdown.Item>
    </ListGroup>
  );
}
