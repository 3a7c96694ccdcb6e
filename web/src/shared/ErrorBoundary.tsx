import { Box } from "@chakra-ui/react";
import { Component, type ReactNode } from "react";
import { Bar } from "./Bar";
import { Button } from "./Button";
import { Notice } from "./Notice";

/** Around a screen: where drawing or fetching it fails, it says so and offers the way back, in place of an empty page. */
export class ErrorBoundary extends Component<{ children: ReactNode }, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override render() {
    return this.state.error ? <Failed error={this.state.error} /> : this.props.children;
  }
}

/** The page is fetched anew: the server may have been renewed, and what this page knows of it be gone. */
export function Failed({ error }: { error: Error }) {
  return (
    <>
      <Bar />
      <Notice heading="This screen could not be drawn">
        Everything you changed is saved. Reload the page; if it fails again, see that ./finch is still running.
        <Button variant="lead" mt="12px" display="block" mx="auto" onClick={() => window.location.reload()}>
          Reload the page
        </Button>
        <Box textStyle="small" mt="14px" overflowWrap="anywhere">
          {error.message}
        </Box>
      </Notice>
    </>
  );
}
