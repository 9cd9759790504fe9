import { MantineProvider, Text } from '@mantine/core';
import { Frame } from '../ui/Frame';
import { Line } from '../ui/Line';
import { Press } from '../ui/Press';
import { Sign } from '../ui/Sign';

export function Desk() {
  return (
    <MantineProvider withGlobalStyles withNormalizeCSS theme={{ primaryColor: 'blue' }}>
      <Frame title="Quay desk">
        <Line label="Gate"><Text weight="bold">4</Text></Line>
        <Press variant="outline" color="green" rightIcon={<b>!</b>} busy>Call</Press>
        <Press size="xl">Shut</Press>
        <Sign tone="red" text="shut" />
      </Frame>
    </MantineProvider>
  );
}
