import { Box, Button, createToaster, Flex, Stack, Text, Toaster } from "@chakra-ui/react";
import { Problem } from "../api/client";
import { GivenUp } from "../outbox/outbox";

export const notices = createToaster({ placement: "bottom-start", pauseOnPageIdle: true });

/** Say that something did not work, and what to do. */
export function tellProblem(error: unknown) {
  if (error instanceof GivenUp) return;
  const problem = error instanceof Problem ? error : null;
  const faults = problem?.faults.slice(1, 5).map((f) => `${f.path}: ${f.value}; ${f.allowed}`);
  notices.create({
    type: "error",
    title: problem ? problem.message : "The server cannot be reached.",
    description: faults?.join(". ") || undefined,
    duration: 9000,
  });
}

export function Notices() {
  return (
    <Toaster toaster={notices} insetInline={{ mdDown: "4" }}>
      {(notice) => (
        <Box
          role={notice.type === "error" ? "alert" : "status"}
          width={{ base: "90vw", md: "420px" }}
          bg="sheet"
          color="ink"
          borderWidth="1px"
          borderLeftWidth="5px"
          borderColor={notice.type === "error" ? "stop" : "verdigris"}
          borderRadius="sheet"
          boxShadow="md"
          p="3"
        >
          <Flex gap="3" align="start">
            <Stack flex="1" gap="1">
              <Text fontWeight="600">{notice.title}</Text>
              {notice.description ? <Text fontSize="sm">{notice.description}</Text> : null}
            </Stack>
            {notice.action ? (
              <Button size="xs" variant="outline" onClick={notice.action.onClick}>
                {notice.action.label}
              </Button>
            ) : null}
            <Button
              size="xs"
              variant="ghost"
              aria-label="Close"
              onClick={() => notice.id && notices.dismiss(notice.id)}
            >
              ×
            </Button>
          </Flex>
        </Box>
      )}
    </Toaster>
  );
}
