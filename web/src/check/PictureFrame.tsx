import { Flex } from "@chakra-ui/react";
import type { ReactNode } from "react";

/** What a picture is as large in as it goes, in its own shape (see `fitted`). */
export function PictureFrame({ children }: { children: ReactNode }) {
  return (
    <Flex
      flex={{ base: "none", md: "1" }}
      height={{ base: "60dvh", md: "auto" }}
      minWidth="0"
      align="center"
      justify="center"
      bg="sheetDeep"
      containerType="size"
    >
      {children}
    </Flex>
  );
}
