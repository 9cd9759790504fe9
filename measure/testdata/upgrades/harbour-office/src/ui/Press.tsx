import { Button } from 'react-bootstrap';
import type { ButtonProps } from 'react-bootstrap';

export function Press({ wide, ...rest }: ButtonProps & { wide?: boolean }) {
  return <Button {...rest} block={wide} />;
}

export function Quiet(props: { label: string; onPress: () => void }) {
  return <Button variant="link" size="sm" onClick={props.onPress}>{props.label}</Button>;
}
