import "@fontsource-variable/fraunces/index.css";
import "@fontsource-variable/source-sans-3/index.css";
import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { BrowserRouter } from "react-router";
import { App } from "./App";
import { Problem } from "./api/client";
import { Post } from "./outbox/Post";
import { system } from "./theme";
import { Notices } from "./ui/notices";

const queries = new QueryClient({
  defaultOptions: {
    queries: {
      staleTime: 15_000,
      retry: (times, error) => !(error instanceof Problem && error.status < 500) && times < 3,
    },
  },
});

const root = document.getElementById("root");
if (!root) throw new Error("the page has no root");
createRoot(root).render(
  <StrictMode>
    <ChakraProvider value={system}>
      <QueryClientProvider client={queries}>
        <BrowserRouter>
          <Post>
            <App />
          </Post>
        </BrowserRouter>
        <Notices />
      </QueryClientProvider>
    </ChakraProvider>
  </StrictMode>,
);
