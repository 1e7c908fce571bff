import { useQuery } from "@tanstack/react-query";
import { getRouteApi } from "@tanstack/react-router";
import { may, useSession } from "../../api/session";
import { Loading, ErrorMessage } from "../../ui/ErrorMessage";
import { CardEditor } from "./CardEditor";
import { CardReader } from "./CardReader";
import { choicesQuery, deskQuery } from "./queries";

const route = getRouteApi("/shell/rules/cards/$model");

/** A card: leads write it, everybody else reads it. */
export function CardPage() {
  const { model } = route.useParams();
  const session = useSession();
  return may(session, "LEAD") ? <Desk key={model} model={model} /> : <CardReader model={model} />;
}

/** What is being typed is never replaced by what is fetched: the card is fetched once, and again when it was published. */
function Desk({ model }: { model: string }) {
  const desk = useQuery({ ...deskQuery(model), staleTime: Infinity, gcTime: 0, refetchOnWindowFocus: false });
  const choices = useQuery(choicesQuery);
  if (!desk.data || !choices.data) {
    return desk.isError || choices.isError ? <ErrorMessage error={desk.error ?? choices.error} /> : <Loading what="the card" />;
  }
  return <CardEditor key={`${desk.data.newest} ${desk.dataUpdatedAt}`} desk={desk.data} choices={choices.data} />;
}
