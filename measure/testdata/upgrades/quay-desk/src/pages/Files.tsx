import { FileInput, FileButton, Button, JsonInput, Textarea, PasswordInput } from '@mantine/core';

export function Files({ onFile }: { onFile: (file: File | null) => void }) {
  return (
    <>
      <FileInput label="Manifest" accept="text/csv" icon={<b>F</b>} onChange={onFile} clearable />
      <FileButton onChange={onFile} accept="image/png">{(props) => <Button {...props} rightIcon={<i>up</i>}>Picture</Button>}</FileButton>
      <JsonInput label="Stow plan" formatOnBlur autosize minRows={4} validationError="not JSON" />
      <Textarea placeholder="Remarks" autosize maxRows={6} error="too long" description="for the master" />
      <PasswordInput label="Gate code" visible onVisibilityChange={(shown) => console.log(shown)} icon={<b>K</b>} />
    </>
  );
}
