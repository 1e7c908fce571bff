package onward.sentry.server.platform;

import jakarta.persistence.OptimisticLockException;
import java.sql.SQLException;
import java.time.Duration;
import java.util.Set;
import org.aopalliance.intercept.MethodInterceptor;
import org.aopalliance.intercept.MethodInvocation;
import org.springframework.aop.Advisor;
import org.springframework.aop.ProxyMethodInvocation;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.StaticMethodMatcherPointcut;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import org.springframework.core.retry.RetryException;
import org.springframework.core.retry.RetryPolicy;
import org.springframework.core.retry.RetryTemplate;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/**
 * A transaction that PostgreSQL ends because two of them wait for each other, or that finds a row changed which it had read,
 * is done once more from its beginning. Locks are taken in one order, so this is for what nobody thought of; whoever still
 * finds no way through is told to try again. What a person has seen and another has changed is no such row: it is compared
 * and refused by name.
 */
@Configuration
@Role(BeanDefinition.ROLE_INFRASTRUCTURE)
class LockRetries {

    /** Deadlock, serialization failure, lock not available. */
    private static final Set<String> LOCK_STATES = Set.of("40P01", "40001", "55P03");

    private static final RetryTemplate RETRIES = new RetryTemplate(RetryPolicy.builder()
            .maxRetries(4)
            .delay(Duration.ofMillis(20))
            .jitter(Duration.ofMillis(15))
            .multiplier(2)
            .predicate(thrown -> isLockFailure(thrown) || isOutrun(thrown))
            .build());

    /** Whether what was thrown goes back to a lock that could not be had. */
    static boolean isLockFailure(Throwable thrown) {
        for (var cause = thrown; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql && LOCK_STATES.contains(sql.getSQLState())) {
                return true;
            }
        }
        return false;
    }

    /** Whether somebody else has written what this had read. */
    private static boolean isOutrun(Throwable thrown) {
        return thrown instanceof OptimisticLockingFailureException || thrown instanceof OptimisticLockException;
    }

    /** Outside the transaction: the outermost one is retried as a whole, those inside it go on to fail with it. */
    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor lockRetryAdvisor() {
        var advisor = new DefaultPointcutAdvisor(new AnyTransactional(), (MethodInterceptor) LockRetries::withRetries);
        advisor.setOrder(Ordered.LOWEST_PRECEDENCE - 1);
        return advisor;
    }

    private static Object withRetries(MethodInvocation invocation) throws Throwable {
        if (TransactionSynchronizationManager.isActualTransactionActive()) {
            return invocation.proceed();
        }
        try {
            return RETRIES.execute(() -> {
                try {
                    return ((ProxyMethodInvocation) invocation).invocableClone().proceed();
                } catch (Exception | Error e) {
                    throw e;
                } catch (Throwable e) {
                    throw new IllegalStateException(e);
                }
            });
        } catch (RetryException e) {
            throw e.getCause();
        }
    }

    private static final class AnyTransactional extends StaticMethodMatcherPointcut {

        private static final AnnotationMatchingPointcut ON_TYPE =
                new AnnotationMatchingPointcut(Transactional.class, true);
        private static final AnnotationMatchingPointcut ON_METHOD =
                AnnotationMatchingPointcut.forMethodAnnotation(Transactional.class);

        @Override
        public boolean matches(java.lang.reflect.Method method, Class<?> type) {
            return ON_METHOD.getMethodMatcher().matches(method, type)
                    || ON_TYPE.getClassFilter().matches(type);
        }
    }
}
