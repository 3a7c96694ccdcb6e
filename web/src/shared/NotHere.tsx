import { Flex } from "@chakra-ui/react";
import { Refusal } from "../api/client";
import { Bar } from "./Bar";
import { InBin } from "./InBin";
import { Notice } from "./Notice";
import type { Kind } from "./removing";

/** A screen of a thing that is gone, or lies in the bin, or cannot be shown. */
export function NotHere({ kind, id, error }: { kind: Kind; id: number; error: Error }) {
  return (
    <>
      <Bar />
      <WhyNot kind={kind} id={id} error={error} />
    </>
  );
}

/** The same without the bar. */
export function WhyNot({ kind, id, error }: { kind: Kind; id: number; error: Error }) {
  const gone = error instanceof Refusal && error.status === 404;
  return (
    <Notice heading={gone ? `This ${kind} is not here` : `This ${kind} cannot be shown`}>
      {error.message}
      {gone && (
        <Flex justify="center" mt="14px">
          <InBin kind={kind} id={id} />
        </Flex>
      )}
    </Notice>
  );
}
