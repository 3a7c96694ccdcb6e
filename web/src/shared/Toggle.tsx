import { Flex, Switch } from "@chakra-ui/react";

/** Something that is on or off, with its words in front. */
export function Toggle({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <Switch.Root checked={on} onCheckedChange={(event) => onChange(event.checked)} size="sm" w="100%">
      <Switch.HiddenInput />
      <Flex justify="space-between" align="center" w="100%">
        <Switch.Label fontWeight="400" textStyle="base">
          {label}
        </Switch.Label>
        <Switch.Control bg="control" _checked={{ bg: "leaf" }}>
          <Switch.Thumb />
        </Switch.Control>
      </Flex>
    </Switch.Root>
  );
}
