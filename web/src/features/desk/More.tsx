import { useEffect, useRef } from "react";
import { Button } from "../../shared/Button";

type Props = {
  what: string;
  /** Only by the button: there is more below. */
  byHand?: boolean;
  pages: { hasNextPage: boolean; isFetchingNextPage: boolean; fetchNextPage: () => unknown };
};

/** The next page of a list: fetched when its foot comes into view, or by the button. */
export function More({ what, pages, byHand = false }: Props) {
  const { hasNextPage, isFetchingNextPage, fetchNextPage } = pages;
  const foot = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    const button = foot.current;
    if (byHand || !button || !hasNextPage || isFetchingNextPage) return;
    const watch = new IntersectionObserver(([entry]) => entry?.isIntersecting && fetchNextPage(), {
      rootMargin: "400px",
    });
    watch.observe(button);
    return () => watch.disconnect();
  }, [byHand, hasNextPage, isFetchingNextPage, fetchNextPage]);
  if (!hasNextPage) return null;
  return (
    <Button ref={foot} size="sm" variant="plain" mt="16px" onClick={() => fetchNextPage()}>
      {isFetchingNextPage ? `Fetching more ${what}` : `More ${what}`}
    </Button>
  );
}
