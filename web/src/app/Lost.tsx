import { Bar } from "../shared/Bar";
import { Notice } from "../shared/Notice";

export function Lost() {
  return (
    <>
      <Bar />
      <Notice heading="There is nothing at this address">
        It may have been removed, or the address may be incomplete.
      </Notice>
    </>
  );
}
