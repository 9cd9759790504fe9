import { Stepper, Timeline, Breadcrumbs, List } from '@mantine/core';

export function Way({ step, onStep }: { step: number; onStep: (step: number) => void }) {
  return (
    <>
      <Stepper active={step} onStepClick={onStep} breakpoint="sm" allowNextStepsSelect={false} size="sm">
        <Stepper.Step label="Seats" description="choose them">seats</Stepper.Step>
        <Stepper.Step label="Pay" loading icon={<b>2</b>}>pay</Stepper.Step>
        <Stepper.Completed>done</Stepper.Completed>
      </Stepper>
      <Timeline active={1} bulletSize={20} lineWidth={2} reverseActive>
        <Timeline.Item title="left" bullet={<b>1</b>} lineVariant="dashed">06:40</Timeline.Item>
      </Timeline>
      <Breadcrumbs separator=">"><b>quay</b></Breadcrumbs>
      <List spacing="xs" size="sm" center icon={<i>*</i>} withPadding><List.Item>rope</List.Item></List>
    </>
  );
}
