import { Box, chakra, Flex } from "@chakra-ui/react";
import { useQueryClient } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, type Plan, sentenceOf } from "../../api/client";
import { keys } from "../../api/queries";
import { whenSaved } from "../../shared/numbers";
import { RunMark } from "../../shared/RunMark";
import { useRemove } from "../../shared/removing";
import { MoreMenu } from "./MoreMenu";

/** A plan by what it does, and how its last run ended. */
export function PlanCard({ plan, onRefusal }: { plan: Plan; onRefusal: (sentence: string) => void }) {
  const client = useQueryClient();
  const removing = useRemove();
  const last = plan.runs[0];

  async function remove() {
    try {
      await removing("plan", plan.id, () => api.removePlan(plan.id, plan.version));
    } catch (error) {
      onRefusal(sentenceOf(error));
      await client.invalidateQueries({ queryKey: keys.plans });
    }
  }

  return (
    <Flex
      as="article"
      position="relative"
      gap="10px"
      p="12px"
      bg="card"
      borderWidth="1px"
      borderColor="line"
      borderRadius="8px"
      _hover={{ borderColor: "edge", boxShadow: "page" }}
    >
      <Box flex="1" minW="0">
        <Box fontWeight="600" truncate title={plan.title}>
          <chakra.span css={{ "& a::after": { content: '""', position: "absolute", inset: 0 } }}>
            <Link to={`/plans/${plan.id}`}>{plan.title}</Link>
          </chakra.span>
        </Box>
        <Box color={plan.problem ? "alarm" : "quiet"} textStyle="small" overflowWrap="anywhere">
          {plan.problem || `${plan.spec.paused ? "Paused. " : ""}${plan.words}`}
        </Box>
        {last && (
          <Flex mt="8px" gap="10px" textStyle="small">
            <RunMark state={last.state} dry={last.dry} />
            <Box flex="1" minW="0" overflowWrap="anywhere" lineClamp={3}>
              {whenSaved(last.ended ?? last.created)}
              {last.words && `: ${last.words}`}
            </Box>
          </Flex>
        )}
      </Box>
      <MoreMenu
        label={`More about the plan ${plan.title}`}
        action="Remove this plan; what it made stays"
        onAction={() => void remove()}
      />
    </Flex>
  );
}
