import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { BoardView } from "./BoardView";
import { secretBoardQuery } from "./queries";

const route = getRouteApi("/board/$secret");

/** The board of a secret address, for a wall where nobody signs in. */
export function SecretBoard() {
  const { secret } = route.useParams();
  return <BoardView board={useQuery(secretBoardQuery(secret))} />;
}
