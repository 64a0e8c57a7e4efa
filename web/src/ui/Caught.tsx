import { Button, Center, Stack, Text } from "@chakra-ui/react";
import { Component, type ReactNode } from "react";

interface Props {
  /** Where one is: gone from there, it is tried again. */
  at: string;
  children: ReactNode;
}

/** A part of the page that broke, or whose script did not arrive, does not take the rest along. */
export class Caught extends Component<Props, { broke: boolean }> {
  state = { broke: false };

  static getDerivedStateFromError() {
    return { broke: true };
  }

  componentDidUpdate(before: Props) {
    if (before.at !== this.props.at && this.state.broke) this.setState({ broke: false });
  }

  render() {
    if (!this.state.broke) return this.props.children;
    return (
      <Center flex="1" p="6">
        <Stack role="alert" gap="3" align="start" maxWidth="34rem">
          <Text fontWeight="600">This part of the page could not be shown.</Text>
          <Text>
            Nothing you did is lost: what is not saved is kept on this device. If the server was
            away, reload once it is back.
          </Text>
          <Button bg="verdigris" color="onClay" onClick={() => window.location.reload()}>
            Reload the page
          </Button>
        </Stack>
      </Center>
    );
  }
}
