/** For tests in node: what a component of the interface draws, as markup. */
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import type { ComponentType } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { MemoryRouter } from "react-router";
import { system } from "../src/theme/system";

export { QueryClient };

export function markup<Props extends object>(What: ComponentType<Props>, props: Props): string {
  return renderToStaticMarkup(
    <ChakraProvider value={system}>
      <QueryClientProvider client={new QueryClient()}>
        <MemoryRouter>
          <What {...props} />
        </MemoryRouter>
      </QueryClientProvider>
    </ChakraProvider>,
  );
}
