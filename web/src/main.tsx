import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { App } from "./app/App";
import "./theme/fonts.css";
import { system } from "./theme/system";

const client = new QueryClient({
  // The server is this machine, or the next: a browser that believes itself offline still reaches it.
  defaultOptions: {
    queries: { retry: false, refetchOnWindowFocus: false, networkMode: "always" },
    mutations: { networkMode: "always" },
  },
});

createRoot(document.getElementById("root") as HTMLElement).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={client}>
        <App />
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
