import { Box, Flex, Input } from "@chakra-ui/react";
import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { matching, type Option } from "./options";

type Props = {
  label: string;
  options: Option[];
  chosen?: string;
  onChoose: (key: string) => void;
  start?: string;
  width?: string;
};

/** A list narrowed by typing and walked with the arrows. An option with `why` cannot be chosen, and says so. */
export function FilterList({ label, options, chosen, onChoose, start = "", width = "300px" }: Props) {
  const [typed, setTyped] = useState(start);
  const [at, setAt] = useState(() => {
    const chosenAt = start ? -1 : options.findIndex((option) => option.key === chosen);
    return chosenAt < 0 ? firstOf(matching(options, start)) : chosenAt;
  });
  const id = useId();
  const list = useRef<HTMLDivElement>(null);
  const shown = matching(options, typed);

  useEffect(() => {
    list.current?.querySelector(`[data-at="${at}"]`)?.scrollIntoView({ block: "nearest" });
  }, [at]);

  function onKeyDown(event: KeyboardEvent) {
    const moves: Record<string, number> = { ArrowDown: 1, ArrowUp: -1, PageDown: 8, PageUp: -8 };
    const move = moves[event.key];
    if (move !== undefined) {
      event.preventDefault();
      setAt(Math.min(Math.max(at + move, 0), shown.length - 1));
    } else if (event.key === "Enter") {
      event.preventDefault();
      const option = shown[at];
      if (option && !option.why) onChoose(option.key);
    }
  }

  return (
    <Box w={width}>
      <Box p="8px" borderBottomWidth="1px" borderColor="line">
        <Input
          size="sm"
          autoFocus
          role="combobox"
          aria-expanded="true"
          aria-controls={id}
          aria-activedescendant={shown[at] ? `${id}-${at}` : undefined}
          aria-label={label}
          placeholder="Type to narrow"
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            setAt(firstOf(matching(options, event.target.value)));
          }}
          onKeyDown={onKeyDown}
          borderColor="control"
          bg="card"
        />
      </Box>
      <Box id={id} ref={list} role="listbox" aria-label={label} maxH="300px" overflowY="auto" py="4px">
        {shown.map((option, i) => (
          <Flex
            key={option.key}
            id={`${id}-${i}`}
            data-at={i}
            role="option"
            aria-selected={option.key === chosen}
            aria-disabled={option.why ? true : undefined}
            title={option.why}
            justify="space-between"
            gap="12px"
            px="14px"
            py="5px"
            cursor={option.why ? "not-allowed" : "pointer"}
            bg={i === at ? "amberWash" : undefined}
            color={option.why ? "faint" : "ink"}
            fontWeight={option.key === chosen ? "600" : undefined}
            onPointerMove={() => setAt(i)}
            onClick={() => !option.why && onChoose(option.key)}
          >
            <Box overflowWrap="anywhere">{option.label}</Box>
            {option.note && (
              <Box color="quiet" whiteSpace="nowrap" textStyle="small">
                {option.note}
              </Box>
            )}
          </Flex>
        ))}
        {!shown.length && (
          <Box px="14px" py="8px" color="quiet">
            Nothing here is called that.
          </Box>
        )}
      </Box>
    </Box>
  );
}

/** Where the walk starts: at the first option that can be chosen. */
function firstOf(options: Option[]): number {
  return Math.max(
    0,
    options.findIndex((option) => !option.why),
  );
}
