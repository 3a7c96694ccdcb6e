import { Box, Flex, Input } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { api, sentenceOf } from "../../../api/client";
import { LIMITS } from "../../../api/vocabulary";
import { Button } from "../../../shared/Button";

const HEX = /^#?[0-9a-f]{6}$/i;

/** One to five colors of the house's own, from low to high: typed, or out of a file of color tokens. */
export function HouseColors({ colors, onDone }: { colors: readonly string[]; onDone: (colors: string[]) => void }) {
  const [text, setText] = useState(colors.join(" "));
  const [refused, setRefused] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const parts = text.split(/[\s,;]+/).filter(Boolean);
  const wrong = parts.find((part) => !HEX.test(part));
  const sentence = wrong
    ? `"${wrong}" is not a color; write it as #1f6b6d.`
    : parts.length > LIMITS.colors_most
      ? `${parts.length} colors are written; give one to ${LIMITS.colors_most}.`
      : refused;

  async function bringIn(given: File) {
    try {
      const { colors: found } = await api.readPalette(await given.text());
      setText(found.join(" "));
      setRefused("");
    } catch (error) {
      setRefused(sentenceOf(error));
    }
  }

  return (
    <Box
      as="form"
      p="10px"
      borderTopWidth="1px"
      borderColor="line"
      onSubmit={(event) => {
        event.preventDefault();
        if (!sentence) onDone(parts.map((part) => `#${part.replace("#", "").toLowerCase()}`));
      }}
    >
      <Box textStyle="label" mb="5px">
        House colors, from low to high
      </Box>
      <Flex gap="8px" align="center">
        <Input
          size="sm"
          aria-label="House colors, from low to high"
          placeholder="#f4efe4 #c98a3d #7a2e12"
          borderColor={sentence ? "alarm" : "control"}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setRefused("");
          }}
        />
        <Button
          size="sm"
          variant="lead"
          type="submit"
          disabled={Boolean(sentence) || (!parts.length && !colors.length)}
        >
          {parts.length || !colors.length ? "Use" : "Take off"}
        </Button>
      </Flex>
      <Flex h={parts.length ? "14px" : "0"} mt="8px" borderRadius="2px" overflow="hidden" aria-hidden="true">
        {parts
          .filter((part) => HEX.test(part))
          .map((part, i) => (
            <Box key={`${part} ${i}`} flex="1" style={{ background: `#${part.replace("#", "")}` }} />
          ))}
      </Flex>
      {sentence && (
        <Box role="alert" color="alarm" textStyle="small" mt="4px">
          {sentence}
        </Box>
      )}
      <Button size="sm" variant="plain" onClick={() => file.current?.click()}>
        From a file of color tokens
      </Button>
      <input
        ref={file}
        type="file"
        accept=".json,application/json"
        aria-label="A file of color tokens"
        hidden
        onChange={(event) => {
          const given = event.target.files?.[0];
          if (given) void bringIn(given);
          event.target.value = "";
        }}
      />
    </Box>
  );
}
