package onward.sentry.server.platform;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/** An iCalendar of whole days. */
public final class DayCalendar {

    private final Calendar calendar = new Calendar();

    public DayCalendar() {
        calendar.add(new ProdId("-//Onward Sentry//days//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
    }

    /** @param uid the same for the same thing, so that a calendar program changes it instead of adding another one */
    public DayCalendar with(LocalDate on, String words, String uid) {
        var event = new VEvent(on, words);
        event.add(new Uid(uid + "@onward-sentry"));
        calendar.add(event);
        return this;
    }

    public String text() {
        var text = new StringWriter();
        try {
            new CalendarOutputter(false).output(calendar, text);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return text.toString();
    }
}
