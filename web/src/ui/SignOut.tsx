import { useState } from "react";
import { useNavigate } from "react-router";
import { useSession } from "../api/useMe";
import { useUnsaved } from "../outbox/useOutbox";
import { tellProblem } from "./notices";
import { later } from "./later";
import { typing } from "./typing";

const StillUnsaved = later(() => import("./StillUnsaved").then((file) => file.StillUnsaved));

/** Sign out; with something unsaved it asks first. */
export function useSignOut() {
  const session = useSession();
  const go = useNavigate();
  const { entries } = useUnsaved();
  const [asking, setAsking] = useState(false);
  const out = () => {
    setAsking(false);
    session.mutate({ way: "out" }, { onSuccess: () => void go("/"), onError: tellProblem });
  };
  const ask = () => {
    typing.leaveAll();
    if (entries.length) setAsking(true);
    else out();
  };
  const dialog = asking ? (
    <StillUnsaved count={entries.length} onOut={out} onStay={() => setAsking(false)} />
  ) : null;
  return { ask, dialog };
}
