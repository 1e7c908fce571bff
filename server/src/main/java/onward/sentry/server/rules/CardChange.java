package onward.sentry.server.rules;

import com.github.difflib.DiffUtils;
import com.github.difflib.patch.AbstractDelta;
import com.github.difflib.patch.DeltaType;
import java.util.ArrayList;
import java.util.List;
import onward.sentry.core.card.CardSheet;
import onward.sentry.core.card.CardSheet.Section;
import onward.sentry.core.card.ProcedureCard;

/**
 * A part of a card that two versions say differently.
 *
 * @param title of the part
 * @param mark {@code same} where the part is in both, {@code gone} or {@code new} where it is in one only
 * @param lines all of it, in order
 */
record CardChange(String title, String mark, List<ChangedLine> lines) {

    /** @param mark {@code same}, {@code gone} or {@code new} */
    record ChangedLine(String mark, String text) {}

    /** What differs from one card to another, in the order of the later one; nothing when they say the same. */
    static List<CardChange> between(ProcedureCard before, ProcedureCard after) {
        var old = CardSheet.of(before).parts();
        var now = CardSheet.of(after).parts();
        var changes = new ArrayList<CardChange>();
        for (var delta : DiffUtils.diff(titles(old), titles(now), true).getDeltas()) {
            var gone =
                    of(old, delta.getSource().getPosition(), delta.getSource().size());
            var fresh =
                    of(now, delta.getTarget().getPosition(), delta.getTarget().size());
            if (delta.getType() == DeltaType.EQUAL) {
                for (int i = 0; i < gone.size(); i++) {
                    changes.add(new CardChange(fresh.get(i).title(), "same", lines(gone.get(i), fresh.get(i))));
                }
            } else {
                gone.forEach(part -> changes.add(whole(part, "gone")));
                fresh.forEach(part -> changes.add(whole(part, "new")));
            }
        }
        return changes.stream().filter(CardChange::differs).toList();
    }

    private boolean differs() {
        return !mark.equals("same")
                || lines.stream().anyMatch(line -> !line.mark().equals("same"));
    }

    private static List<Section> of(List<Section> parts, int from, int number) {
        return parts.subList(from, from + number);
    }

    private static List<String> titles(List<Section> parts) {
        return parts.stream().map(Section::title).toList();
    }

    private static CardChange whole(Section part, String mark) {
        return new CardChange(
                part.title(),
                mark,
                part.lines().stream().map(text -> new ChangedLine(mark, text)).toList());
    }

    private static List<ChangedLine> lines(Section before, Section after) {
        var lines = new ArrayList<ChangedLine>();
        for (AbstractDelta<String> delta :
                DiffUtils.diff(before.lines(), after.lines(), true).getDeltas()) {
            if (delta.getType() == DeltaType.EQUAL) {
                delta.getTarget().getLines().forEach(text -> lines.add(new ChangedLine("same", text)));
            } else {
                delta.getSource().getLines().forEach(text -> lines.add(new ChangedLine("gone", text)));
                delta.getTarget().getLines().forEach(text -> lines.add(new ChangedLine("new", text)));
            }
        }
        return lines;
    }
}
