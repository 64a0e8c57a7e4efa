import { Box, Button, createToaster, Flex, Stack, Text, Toaster } from "@chakra-ui/react";

export const toaster = createToaster({ placement: "bottom-start", pauseOnPageIdle: true });

/** What was told, at the edge of the page until it is read. */
export function Notices() {
  return (
    <Toaster toaster={toaster} insetInline={{ mdDown: "4" }}>
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
              onClick={() => notice.id && toaster.dismiss(notice.id)}
            >
              ×
            </Button>
          </Flex>
        </Box>
      )}
    </Toaster>
  );
}
