import { Box, Flex, Textarea } from "@chakra-ui/react";
import { type CSSProperties, type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { Drafted } from "./Drafted";
import { useDraft } from "./useDraft";

type Fact = { name: string; title: string; text: string | null };
type Props = {
  label: string;
  facts: readonly Fact[];
  value: string;
  placeholder?: string;
  autoFocus?: boolean;
  onDone: (text: string) => void;
  /** Told when it is left as it was. */
  onLeave?: () => void;
  look?: CSSProperties;
  /** Several lines: Enter begins a new one, Ctrl Enter is done. */
  lines?: number;
};

/**
 * Words that may hold live facts in braces: a brace opens the list of them, with how each reads now. Saved when it is left or on
 * Enter; Escape puts back what stood there.
 */
export function FactInput({ label, facts, value, placeholder, autoFocus, onDone, onLeave, look, lines }: Props) {
  const id = useId();
  const input = useRef<HTMLTextAreaElement>(null);
  const { text, type, leave, drafted } = useDraft(label, value);
  const [begun, setBegun] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  const left = useRef(false);
  /** What was told last: a notice that takes the focus has nothing told twice. */
  const told = useRef(value);
  useEffect(() => {
    told.current = value;
  }, [value]);
  const found =
    begun === null
      ? []
      : facts.filter(({ name, title }) => `${name} ${title}`.toLowerCase().includes(begun.toLowerCase()));

  function typed(next: string, caret: number) {
    type(next);
    setBegun(/\{([^{}\n]*)$/.exec(next.slice(0, caret))?.[1] ?? null);
    setAt(0);
  }

  function take(fact: Fact) {
    const caret = input.current?.selectionStart ?? text.length;
    const start = text.lastIndexOf("{", caret - 1);
    const rest = text.slice(caret).replace(/^[^{}\n]*\}|^[a-z.]+/, "");
    const next = `${text.slice(0, start)}{${fact.name}}`;
    type(next + rest);
    setBegun(null);
    requestAnimationFrame(() => input.current?.setSelectionRange(next.length, next.length));
  }

  function finish(changed: boolean) {
    if (left.current) return;
    left.current = Boolean(onLeave);
    if (!changed || text === told.current) return onLeave?.();
    told.current = text;
    leave();
    if (text === value) onLeave?.();
    else onDone(text);
  }

  function onKeyDown(event: KeyboardEvent) {
    if (found.length && begun !== null) {
      const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      if (step) {
        event.preventDefault();
        return setAt((at + step + found.length) % found.length);
      }
      if (event.key === "Enter" || event.key === "Tab") {
        event.preventDefault();
        return take(found[at] as Fact);
      }
      if (event.key === "Escape") {
        event.stopPropagation();
        return setBegun(null);
      }
    }
    if (event.key === "Enter" && (lines ? event.ctrlKey || event.metaKey : !event.shiftKey)) {
      event.preventDefault();
      finish(true);
    }
    if (event.key === "Escape") {
      type(value);
      left.current = Boolean(onLeave);
      onLeave?.();
    }
  }

  return (
    <Box position="relative" w="100%" style={look && { position: "absolute", zIndex: 2, ...boxOf(look) }}>
      <Textarea
        ref={input}
        size="sm"
        bg="card"
        borderColor="control"
        aria-label={label}
        aria-autocomplete="list"
        aria-controls={found.length ? `${id}-facts` : undefined}
        aria-activedescendant={found.length ? `${id}-${at}` : undefined}
        rows={lines ?? 1}
        resize="none"
        autoFocus={autoFocus}
        css={{ fieldSizing: "content" }}
        minH={look ? undefined : "36px"}
        placeholder={placeholder}
        maxLength={2000}
        value={text}
        onFocus={(event) => autoFocus && event.target.select()}
        onChange={(event) => typed(event.target.value, event.target.selectionStart)}
        onBlur={() => finish(true)}
        onKeyDown={onKeyDown}
        style={look && typeOf(look)}
      />
      {drafted && <Drafted />}
      {found.length > 0 && (
        <Box
          id={`${id}-facts`}
          role="listbox"
          // Longer than its room; the arrows walk it from the words, and Tab takes what is walked to.
          tabIndex={0}
          aria-label="Live facts"
          position="absolute"
          zIndex={5}
          mt="3px"
          w="100%"
          minW="270px"
          right={look ? undefined : 0}
          maxH="216px"
          overflowY="auto"
          bg="card"
          borderWidth="1px"
          borderColor="edge"
          borderRadius="6px"
          boxShadow="list"
          fontSize="13px"
          fontWeight="400"
        >
          {found.map((fact, i) => (
            <Flex
              key={fact.name}
              id={`${id}-${i}`}
              role="option"
              aria-selected={i === at}
              px="10px"
              py="4px"
              gap="10px"
              justify="space-between"
              cursor="pointer"
              bg={i === at ? "amberWash" : undefined}
              // The words must keep the focus, or they are saved half written.
              onMouseDown={(event) => event.preventDefault()}
              onClick={() => take(fact)}
            >
              <Box truncate>{fact.title}</Box>
              <Box color="quiet" flex="none" maxW="45%" truncate>
                {fact.text ?? "none here"}
              </Box>
            </Flex>
          ))}
        </Box>
      )}
    </Box>
  );
}

const boxOf = ({ left, top, width }: CSSProperties): CSSProperties => ({ left, top, width });
const typeOf = ({ left: _, top: __, width: ___, ...rest }: CSSProperties): CSSProperties => rest;
