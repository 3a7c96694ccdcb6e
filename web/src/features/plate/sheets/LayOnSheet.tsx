import { Box, Dialog, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { api, type Recipe, Refusal, sentenceOf } from "../../../api/client";
import { keys, useTables } from "../../../api/queries";
import { Button } from "../../../shared/Button";
import { Select } from "../../../shared/Select";
import { Sheet } from "../../../shared/Sheet";
import { withFieldRenamed } from "../changes/whole";

type Props = { table: number; recipe: Recipe; onClose: () => void };
type Missing = { field: string; allowed: readonly string[] };

/** The plate laid on another table: what it asks for and the table lacks is asked for, a column at a time. */
export function LayOnSheet({ open, ...props }: Props & { open: boolean }) {
  return (
    <Sheet heading="Use this plate on another table" open={open} onClose={props.onClose} width="460px">
      <Dialog.Body pb="20px">{open && <LayOn {...props} />}</Dialog.Body>
    </Sheet>
  );
}

function LayOn({ table, recipe, onClose }: Props) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const tables = (useTables().data ?? []).filter(({ id }) => id !== table);
  const [chosen, setChosen] = useState("");
  const [laid, setLaid] = useState<Recipe>({ ...recipe, table: undefined });
  const [missing, setMissing] = useState<Missing | null>(null);
  const [stands, setStands] = useState("");
  const [refused, setRefused] = useState("");

  async function lay() {
    const next = missing && stands ? withFieldRenamed(missing.field, stands)(laid) : laid;
    setLaid(next);
    try {
      const { plate } = await api.startPlate(Number(chosen), next);
      await client.invalidateQueries({ queryKey: keys.plates });
      onClose();
      navigate(`/plates/${plate.id}`);
    } catch (error) {
      const lacks = error instanceof Refusal && error.allowed.length > 0 && error.received;
      setMissing(lacks ? { field: error.received, allowed: error.allowed } : null);
      setStands("");
      setRefused(sentenceOf(error));
    }
  }

  return tables.length ? (
    <Box
      as="form"
      onSubmit={(event) => {
        event.preventDefault();
        void lay();
      }}
    >
      <Select
        label="The other table"
        value={chosen}
        options={[["", "choose a table"], ...tables.map(({ id, name }) => [String(id), name] as const)]}
        onChange={(next) => {
          setChosen(next);
          setLaid({ ...recipe, table: undefined });
          setMissing(null);
          setRefused("");
        }}
      />
      {refused && (
        <Box role="alert" color="alarm" mt="10px">
          {refused}
        </Box>
      )}
      {missing && (
        <Flex align="center" gap="10px" mt="10px">
          <Box flex="none">In place of “{missing.field}”</Box>
          <Select
            label={`In place of ${missing.field}`}
            value={stands}
            options={[["", "choose"], ...missing.allowed.map((name) => [name, name] as const)]}
            onChange={setStands}
          />
        </Flex>
      )}
      <Flex justify="end" mt="14px">
        <Button variant="lead" size="sm" type="submit" disabled={!chosen || (missing !== null && !stands)}>
          Make the plate there
        </Button>
      </Flex>
    </Box>
  ) : (
    <Box color="quiet">There is no other table yet; drop one on the desk.</Box>
  );
}
