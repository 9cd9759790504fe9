import { Grid, Container, Flex, Box, MediaQuery, Burger } from '@mantine/core';

export function Layout({ open, onOpen }: { open: boolean; onOpen: () => void }) {
  return (
    <Container size="lg" px="xs" fluid>
      <Grid gutter="xl" grow columns={24}>
        <Grid.Col span={8} xs={12} md={6} offset={1}>left</Grid.Col>
        <Grid.Col span="auto" orderMd={2}>right</Grid.Col>
      </Grid>
      <Flex gap="md" direction={{ base: 'column', sm: 'row' }} wrap="wrap" justify="center"><Box component="span" bg="gray.1">x</Box></Flex>
      <MediaQuery largerThan="sm" styles={{ display: 'none' }}><Burger opened={open} onClick={onOpen} size="sm" /></MediaQuery>
      <Box sx={(theme) => ({ padding: theme.spacing.xs })}>box</Box>
    </Container>
  );
}
