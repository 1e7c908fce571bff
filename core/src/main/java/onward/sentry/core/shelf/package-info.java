/** What the cylinders of a site hold, what each is good for, and how long they last. */
package onward.sentry.core.shelf;
