import { Button } from '@mantine/core';
import type { ButtonProps } from '@mantine/core';

export function Press({ busy, ...rest }: ButtonProps & { busy?: boolean; onClick?: () => void }) {
  return <Button {...rest} loading={busy} />;
}

export const Small = (props: { label: string; onPress: () => void }) => <Button compact variant="subtle" onClick={props.onPress}>{props.label}</Button>;
