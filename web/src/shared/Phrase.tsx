import { chakra } from "@chakra-ui/react";
import { type KeyboardEvent, type ReactNode, useEffect, useRef, useState } from "react";
import { Opens } from "./Opens";

type PhraseProps = {
  label: string;
  words: string;
  set: boolean;
  open: boolean;
  onOpen: (open: boolean) => void;
  children: (start: string, close: () => void) => ReactNode;
};

/** A marked phrase of the statement. Typing on it opens its list already narrowed. */
export function Phrase({ label, words, set, open, onOpen, children }: PhraseProps) {
  const [start, setStart] = useState("");
  const trigger = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (!open) setStart("");
  }, [open]);

  function onKeyDown(event: KeyboardEvent) {
    const typed = event.key.length === 1 && !event.ctrlKey && !event.metaKey && !event.altKey && /\S/.test(event.key);
    if ((typed && event.key !== "/" && event.key !== "?") || event.key === "ArrowDown") {
      event.preventDefault();
      setStart(typed ? event.key : "");
      onOpen(true);
    }
  }

  return (
    <Opens
      open={open}
      onOpen={onOpen}
      label={label}
      placement="bottom-start"
      gutter={6}
      autoFocus={false}
      trigger={
        <chakra.button
          ref={trigger}
          type="button"
          aria-label={`${label}: ${words}`}
          data-phrase={label}
          display="inline"
          textAlign="start"
          color={set || open ? "ink" : "faint"}
          fontWeight={set ? "600" : "400"}
          borderBottomWidth="2px"
          borderStyle={set ? "solid" : "dotted"}
          borderColor={set ? "amberLine" : "control"}
          borderRadius="2px 2px 0 0"
          cursor="pointer"
          lineHeight="1.3"
          bg={open ? "amberWash" : undefined}
          _hover={{ bg: "amberWash", color: "ink" }}
          onKeyDown={onKeyDown}
        >
          {words}
        </chakra.button>
      }
    >
      {children(start, () => {
        onOpen(false);
        trigger.current?.focus();
      })}
    </Opens>
  );
}
