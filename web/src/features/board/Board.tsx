import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { BoardView } from "./BoardView";
import { boardQuery } from "./queries";

const route = getRouteApi("/board");

/** The board for whoever is signed in: of every crew, or of the one in the address. */
export function Board() {
  const { crew = "" } = route.useSearch();
  return <BoardView board={useQuery(boardQuery(crew))} />;
}
