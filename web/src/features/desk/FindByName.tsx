import { Input } from "@chakra-ui/react";
import { useEffect, useRef } from "react";

/** Narrows the desk to what is called so; "/" leads to it. */
export function FindByName({ typed, onType }: { typed: string; onType: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    function onKeyDown(event: KeyboardEvent) {
      if (event.key !== "/" || (event.target as HTMLElement).matches("input, textarea, select")) return;
      event.preventDefault();
      field.current?.focus();
    }
    document.addEventListener("keydown", onKeyDown);
    return () => document.removeEventListener("keydown", onKeyDown);
  }, []);
  return (
    <Input
      ref={field}
      type="search"
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
