import { Box, Flex, Grid, Heading } from "@chakra-ui/react";
import { Trash2 } from "lucide-react";
import { lazy, Suspense, useEffect, useState } from "react";
import { useBin, useFolioList, useImports, usePlanList, usePlatePages, useTablePages } from "../../api/queries";
import { Bar } from "../../shared/Bar";
import { Button } from "../../shared/Button";
import { DropFrame } from "../../shared/DropFrame";
import { Refused } from "../../shared/Say";
import { useDrop } from "../../shared/useDrop";
import { useKeys } from "../../shared/useKeys";
import { AskDesk } from "../asking";
import { useGive, usePaste } from "../intake";
import { FindByName } from "./FindByName";
import { FolioCard } from "./FolioCard";
import { useHandOver } from "./handOver";
import { Invitation } from "./Invitation";
import { More } from "./More";
import { PlanCard } from "./PlanCard";
import { PlateCard } from "./PlateCard";
import { TableCard } from "./TableCard";
import { useTyped } from "./useTyped";
import { Waiting } from "./Waiting";

/** Plates and tables from which on they are looked for by name. */
const MANY = 12;

const ExportSeveral = lazy(() => import("./ExportSeveral"));
const BinSheet = lazy(() => import("./BinSheet"));
const StartFolio = lazy(() => import("./StartFolio"));

/** Plates as live thumbnails, tables, and one plain invitation. */
export function Desk() {
  const { typed, asked, type } = useTyped();
  const plates = usePlatePages(asked);
  const tables = useTablePages(asked);
  const folios = useFolioList(asked);
  const plans = usePlanList(asked);
  const { state, take, takeSample, cancel, rest } = useGive();
  const over = useDrop(take);
  usePaste(take);
  const imports = useImports();
  useEffect(() => {
    // Read from the store, not from a render, so that an effect run twice takes the files once.
    const { files, hand } = useHandOver.getState();
    if (!files) return;
    hand(null);
    void take(files);
  }, [take]);
  const [refusal, setRefusal] = useState("");
  const [several, setSeveral] = useState(false);
  const [starting, setStarting] = useState(false);
  const [binShown, setBinShown] = useState(false);
  const binned = useBin().data?.length ?? 0;
  const empty = !asked && plates.items?.length === 0 && tables.items?.length === 0;
  const many = (plates.items?.length ?? 0) + (tables.items?.length ?? 0) > MANY;
  // "/" is remembered until it is known whether there is anything to find by name.
  const [sought, setSought] = useState(false);
  useKeys({ slash: () => setSought(plates.isPending || tables.isPending) });
  useEffect(() => {
    document.title = "Mottled Finch";
  }, []);

  return (
    <Flex direction="column" h="100%">
      <Bar>{(many || typed || asked) && <FindByName typed={typed} onType={type} sought={sought} />}</Bar>
      <Box
        as="main"
        data-home
        tabIndex={-1}
        outline="none"
        flex="1"
        overflowY="auto"
        px={{ base: "16px", lg: "32px" }}
        py="24px"
      >
        <Box maxW="1760px" mx="auto">
          {refusal && (
            <Box mb="16px">
              <Refused sentence={refusal} onClose={() => setRefusal("")} />
            </Box>
          )}
          {(plates.error ?? tables.error ?? folios.error ?? plans.error) && (
            <Box mb="16px" color="alarm" role="alert">
              {(plates.error ?? tables.error ?? folios.error ?? plans.error)?.message}
            </Box>
          )}
          <Grid
            templateColumns={{
              base: "minmax(0, 1fr)",
              lg: empty ? "minmax(0, 640px)" : "minmax(0, 1fr) 340px",
            }}
            gap="32px"
            justifyContent="center"
          >
            {!empty && (
              <Box minW="0">
                {!asked && (tables.items?.length ?? 0) > 0 && <AskDesk />}
                {(folios.items?.length ?? 0) + (plans.items?.length ?? 0) > 0 && (
                  <Box as="section" aria-labelledby="folios" mb="26px">
                    <Heading id="folios" as="h2" textStyle="heading" mb="14px" minH="32px" alignContent="center">
                      {plans.items?.length ? "Folios and plans" : "Folios"}
                    </Heading>
                    <Grid templateColumns="repeat(auto-fill, minmax(min(320px, 100%), 1fr))" gap="20px">
                      {folios.items?.map((folio) => (
                        <FolioCard key={folio.id} folio={folio} onRefusal={setRefusal} />
                      ))}
                      {plans.items?.map((plan) => (
                        <PlanCard key={plan.id} plan={plan} onRefusal={setRefusal} />
                      ))}
                    </Grid>
                    <Flex gap="8px">
                      <More what="folios" pages={folios} byHand />
                      <More what="plans" pages={plans} byHand />
                    </Flex>
                  </Box>
                )}
                <Box as="section" aria-labelledby="plates">
                  <Flex align="center" justify="space-between" gap="8px" mb="14px" minH="32px">
                    <Heading id="plates" as="h1" textStyle="heading" flex="1">
                      Plates
                    </Heading>
                    {(plates.items?.length ?? 0) > 0 && (
                      <Button size="sm" variant="plain" onClick={() => setStarting(true)}>
                        Start a folio
                      </Button>
                    )}
                    {(plates.items?.length ?? 0) > 1 && (
                      <Button size="sm" variant="plain" onClick={() => setSeveral(true)}>
                        Export several
                      </Button>
                    )}
                  </Flex>
                  {plates.isPending && <Box color="quiet">Fetching the plates</Box>}
                  {plates.items?.length === 0 && (
                    <Box color="quiet">
                      {asked ? "No plate is called so." : "No plate yet. Make one from a table on the right."}
                    </Box>
                  )}
                  <Grid templateColumns="repeat(auto-fill, minmax(min(320px, 100%), 1fr))" gap="20px">
                    {plates.items?.map((plate) => (
                      <PlateCard key={plate.id} plate={plate} onRefusal={setRefusal} />
                    ))}
                  </Grid>
                  <More what="plates" pages={plates} />
                </Box>
              </Box>
            )}
            <Box as="section" aria-labelledby="tables">
              <Heading
                id="tables"
                as={empty ? "h1" : "h2"}
                textStyle="heading"
                mb="14px"
                minH="32px"
                alignContent="center"
              >
                {empty ? "Start with a table" : "Tables"}
              </Heading>
              <Invitation
                state={state}
                over={over}
                first={empty}
                onFiles={take}
                onCancel={cancel}
                onRest={rest}
                onSample={() => takeSample("berth-log")}
              />
              <Waiting imports={imports.data ?? []} onRefusal={setRefusal} />
              {tables.items?.map((table) => (
                <TableCard key={table.id} table={table} onRefusal={setRefusal} />
              ))}
              <More what="tables" pages={tables} />
              {binned > 0 && (
                <Button mt="16px" size="sm" gap="6px" variant="plain" onClick={() => setBinShown(true)}>
                  <Trash2 size={14} aria-hidden />
                  Bin ({binned})
                </Button>
              )}
            </Box>
          </Grid>
        </Box>
      </Box>
      {several && (
        <Suspense fallback={null}>
          <ExportSeveral onClose={() => setSeveral(false)} />
        </Suspense>
      )}
      {starting && (
        <Suspense fallback={null}>
          <StartFolio onClose={() => setStarting(false)} />
        </Suspense>
      )}
      {binShown && (
        <Suspense fallback={null}>
          <BinSheet onClose={() => setBinShown(false)} />
        </Suspense>
      )}
      {over && <DropFrame />}
    </Flex>
  );
}
