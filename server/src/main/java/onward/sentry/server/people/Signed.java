package onward.sentry.server.people;

import java.lang.annotation.Documented;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** What is asked for here is a signature: whoever asks has proved lately who they are, as the site rules say. */
@Documented
@Retention(RetentionPolicy.RUNTIME)
@Target(ElementType.METHOD)
public @interface Signed {

    /** They come one after another: one proof is good for all of them. */
    boolean many() default false;
}
