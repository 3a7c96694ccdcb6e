import { Input } from "@chakra-ui/react";
import { useRef } from "react";
import { useKeys } from "../../shared/useKeys";

type Props = { typed: string; onType: (text: string) => void; sought: boolean };

/** Narrows the desk to what is called so; "/" leads to it. */
export function FindByName({ typed, onType, sought }: Props) {
  const field = useRef<HTMLInputElement>(null);
  useKeys({ slash: () => field.current?.focus() });
  return (
    <Input
      ref={field}
      type="search"
      autoFocus={sought}
      size="sm"
      w={{ base: "180px", lg: "260px" }}
      borderColor="onBarQuiet"
      color="onBar"
      _placeholder={{ color: "onBarQuiet" }}
      aria-label="Find by name"
      placeholder="Find by name"
      value={typed}
      onChange={(event) => onType(event.target.value)}
    />
  );
}
