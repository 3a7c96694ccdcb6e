import { Box, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Finding, type Mend, sentenceOf, type TableInfo } from "../../api/client";
import { keys, useFindings, useLooks } from "../../api/queries";
import { Button } from "../../shared/Button";
import { counted } from "../../shared/numbers";

type Props = {
  table: TableInfo;
  /** How many plates are laid on it; first looks are offered where there is none. */
  plates: number;
  mended: number;
  working: boolean;
  onMend: (mend: Mend) => Promise<boolean>;
  onShow: (finding: Finding) => void;
  /** What to do once a matrix is taken as it stands: show it. */
  onMatrix: () => void;
  onRefusal: (sentence: string) => void;
};

/** That there are figures worth seeing, and the first reason. */
function Offered({ table, data }: { table: number; data: string }) {
  const looks = useLooks(table, data).data?.looks ?? [];
  if (!looks[0]) return null;
  return (
    <Box bg="card" borderWidth="1px" borderColor="line" borderRadius="8px" p="12px" mb="12px">
      <Box fontWeight="600">{looks.length === 1 ? "A first look" : `${looks.length} first looks`}</Box>
      <Box color="quiet" textStyle="small" mt="2px" mb="9px">
        {looks[0].why}
      </Box>
      <Button size="sm" asChild>
        <Link to={`/tables/${table}/looks`}>See {looks.length === 1 ? "it" : "them"}</Link>
      </Button>
    </Box>
  );
}

/** What may be wrong with the table, each with its mend. Nothing is mended by itself. */
export function FoundPanel({
  table: { id: table, data },
  plates,
  mended,
  working,
  onMend,
  onShow,
  onMatrix,
  onRefusal,
}: Props) {
  const client = useQueryClient();
  const found = useFindings(table);
  const [showsLeft, setShowsLeft] = useState(false);
  async function leave(key: string, left: boolean) {
    try {
      const answer = await api.leaveFinding(table, key, left);
      // A list that was asked for before would come later and bring back what has been left.
      await client.cancelQueries({ queryKey: keys.findings(table) });
      client.setQueryData(keys.findings(table), answer);
    } catch (error) {
      onRefusal(sentenceOf(error));
    }
  }
  const open = found.data?.open ?? [];
  const left = found.data?.left ?? [];
  return (
    <Box
      as="aside"
      aria-label="Found"
      w={{ base: "100%", lg: "316px" }}
      flex="none"
      bg="panel"
      borderLeftWidth={{ base: "0", lg: "1px" }}
      borderTopWidth={{ base: "1px", lg: "0" }}
      borderColor="edge"
      overflowY="auto"
      px="16px"
      py="12px"
    >
      <Flex justify="space-between" mb="10px" textStyle="label">
        <Box as="h2">Found</Box>
        <Box>{found.data ? `${open.length} open, ${counted(mended, "mend")}` : "looking"}</Box>
      </Flex>
      {found.error && <Box color="alarm">{found.error.message}</Box>}
      {found.data && !open.length && (
        <Box color="quiet">Nothing looks wrong: no near-twin names, no text among numbers, no repeats.</Box>
      )}
      {plates === 0 && <Offered table={table} data={data} />}
      {open.map((finding) => (
        <FindingCard
          key={finding.key}
          finding={finding}
          working={working}
          onMend={async (mend) => {
            const done = await onMend(mend);
            if (done && mend.do === "unfold" && mend.order !== "natural") onMatrix();
          }}
          onShow={() => onShow(finding)}
          onLeave={() => leave(finding.key, true)}
        />
      ))}
      {left.length > 0 && (
        <Box mt="14px">
          <Button variant="bare" size="sm" onClick={() => setShowsLeft(!showsLeft)} aria-expanded={showsLeft}>
            {left.length} left as {left.length === 1 ? "it is" : "they are"}
          </Button>
          {showsLeft &&
            left.map((finding) => (
              <Flex key={finding.key} justify="space-between" gap="8px" py="4px" align="baseline">
                <Box color="quiet">{finding.title}</Box>
                <Button variant="bare" size="sm" onClick={() => leave(finding.key, false)}>
                  Look again
                </Button>
              </Flex>
            ))}
        </Box>
      )}
    </Box>
  );
}

type CardProps = {
  finding: Finding;
  working: boolean;
  onMend: (mend: Mend) => void;
  onShow: () => void;
  onLeave: () => void;
};

function FindingCard({ finding, working, onMend, onShow, onLeave }: CardProps) {
  return (
    <Box as="article" bg="card" borderWidth="1px" borderColor="line" borderRadius="8px" p="12px" mb="11px">
      <Flex justify="space-between" gap="10px" align="baseline">
        <Box as="h3" fontWeight="600">
          {finding.title}
        </Box>
        {finding.text ? (
          <Button variant="bare" size="sm" h="auto" px="0" fontWeight="600" title="See them" onClick={onShow}>
            {counted(finding.records, "record")}
          </Button>
        ) : (
          <Box color="link" textStyle="small" fontWeight="600" whiteSpace="nowrap">
            {counted(finding.records, "record")}
          </Box>
        )}
      </Flex>
      <Box color="quiet" mt="2px" overflowWrap="anywhere">
        {finding.words}
      </Box>
      <Flex mt="9px" gap="6px" wrap="wrap">
        {(finding.cures ?? []).map((cure, i) => (
          <Button
            key={cure.words}
            variant={i === 0 && !finding.key.startsWith("misfits") ? "dark" : "plain"}
            size="sm"
            disabled={working}
            maxW="100%"
            onClick={() => onMend(cure.mend)}
          >
            <Box truncate>{cure.words}</Box>
          </Button>
        ))}
        <Button variant="plain" size="sm" onClick={onLeave}>
          {finding.leave}
        </Button>
      </Flex>
    </Box>
  );
}
