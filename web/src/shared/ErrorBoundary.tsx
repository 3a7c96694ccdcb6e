import { Component, type ReactNode } from "react";
import { Bar } from "./Bar";
import { Button } from "./Button";
import { Notice } from "./Notice";

type Props = { children: ReactNode };

/** Around a screen: where drawing it fails, it says so and offers the way back, in place of an empty page. */
export class ErrorBoundary extends Component<Props, { error: Error | null }> {
  override state = { error: null as Error | null };

  static getDerivedStateFromError(error: Error) {
    return { error };
  }

  override render() {
    const { error } = this.state;
    if (!error) return this.props.children;
    return <Failed error={error} onAgain={() => this.setState({ error: null })} />;
  }
}

/** Every change up to here was saved as it was made. */
export function Failed({ error, onAgain }: { error: Error; onAgain: () => void }) {
  return (
    <>
      <Bar />
      <Notice heading="This screen could not be drawn">
        Everything you changed is saved. Try again, or reload the page if it happens twice. ({error.message})
        <Button variant="lead" mt="12px" onClick={onAgain}>
          Try again
        </Button>
      </Notice>
    </>
  );
}
