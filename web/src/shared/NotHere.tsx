import { Refusal } from "../api/client";
import { Bar } from "./Bar";
import { Notice } from "./Notice";

/** A screen of a thing that is gone, or that cannot be shown. */
export function NotHere({ what, error }: { what: string; error: Error }) {
  const gone = error instanceof Refusal && error.status === 404;
  return (
    <>
      <Bar />
      <Notice heading={gone ? `This ${what} is not here` : `This ${what} cannot be shown`}>{error.message}</Notice>
    </>
  );
}
