package onward.sentry.server.incoming;

import jakarta.validation.constraints.Size;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.TextLimit;
import org.springframework.core.MethodParameter;
import org.springframework.http.HttpInputMessage;
import org.springframework.http.converter.HttpMessageConverter;
import org.springframework.web.bind.annotation.ControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.RequestBodyAdviceAdapter;

/**
 * Every text of a body is held against its limit before anything else looks at it: what its field says, or the usual one. No
 * text holds control characters, no list a hole, no number is infinite.
 */
@ControllerAdvice
class BodyTexts extends RequestBodyAdviceAdapter {

    @Override
    public boolean supports(MethodParameter parameter, Type type, Class<? extends HttpMessageConverter<?>> converter) {
        return true;
    }

    @Override
    public Object afterBodyRead(
            Object body,
            HttpInputMessage message,
            MethodParameter parameter,
            Type type,
            Class<? extends HttpMessageConverter<?>> converter) {
        if (!(body instanceof String)) {
            check("", body, TextLimit.USUAL_LETTERS);
        }
        return body;
    }

    private static void check(String path, Object value, int most) {
        if (value instanceof String text) {
            checkText(path, text, most);
        } else if (value instanceof Double number) {
            Refusal.unless(
                    Double.isFinite(number),
                    "number-finite",
                    path,
                    "'" + path + "' is no number.",
                    "Send a finite one.");
        } else if (value instanceof Optional<?> optional) {
            optional.ifPresent(inner -> check(path, inner, most));
        } else if (value instanceof Collection<?> many) {
            many.forEach(one -> checkPart(path, one, most));
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, one) -> {
                checkPart(path, key, most);
                checkPart(path, one, most);
            });
        } else if (value instanceof Record record) {
            for (var component : record.getClass().getRecordComponents()) {
                check(
                        path.isEmpty() ? component.getName() : path + "." + component.getName(),
                        read(record, component),
                        letters(component));
            }
        }
    }

    private static void checkPart(String path, Object part, int most) {
        Refusal.unless(
                part != null,
                "list-hole",
                path,
                "'" + path + "' holds null in a list.",
                "Leave it out; nothing was stored.");
        check(path, part, most);
    }

    private static void checkText(String path, String text, int most) {
        Refusal.unless(
                text.length() <= most,
                "text-length",
                path,
                "'" + path + "' has at most " + most + " characters, not " + text.length() + ".",
                "Shorten it; nothing was stored.");
        Refusal.unless(
                text.chars()
                                .noneMatch(sign ->
                                        Character.isISOControl(sign) && sign != '\n' && sign != '\r' && sign != '\t')
                        && !hasLoneSurrogate(text),
                "text-signs",
                path,
                "'" + path + "' contains characters that cannot be shown.",
                "Type it again by hand; nothing was stored.");
    }

    /** Half of a character: it cannot be stored. */
    private static boolean hasLoneSurrogate(String text) {
        return text.codePoints()
                .anyMatch(point -> point >= Character.MIN_SURROGATE && point <= Character.MAX_SURROGATE);
    }

    private static int letters(RecordComponent component) {
        var size = component.getAccessor().getAnnotation(Size.class);
        return size == null || component.getType() != String.class ? TextLimit.USUAL_LETTERS : size.max();
    }

    private static Object read(Record record, RecordComponent component) {
        try {
            var accessor = component.getAccessor();
            accessor.setAccessible(true);
            return accessor.invoke(record);
        } catch (ReflectiveOperationException e) {
            throw new IllegalStateException(e);
        }
    }
}
