package onward.sentry.server.platform;

import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.jsonPath;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.springframework.context.annotation.Profile;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.http.MediaType;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.setup.MockMvcBuilders;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Each kind of error as problem details. */
class ProblemsTest {

    private final Runnable work = mock(Runnable.class);
    private final MockMvc web = MockMvcBuilders.standaloneSetup(new Derivation(work))
            .setControllerAdvice(new Problems())
            .build();

    @RestController
    @Profile("never in a server")
    static final class Derivation {
        private final Runnable work;

        Derivation(Runnable work) {
            this.work = work;
        }

        @GetMapping("/work")
        public void work() {
            work.run();
        }
    }

    private void expect(RuntimeException thrown, int status, String code) throws Exception {
        doThrow(thrown).when(work).run();
        web.perform(get("/work"))
                .andExpect(status().is(status))
                .andExpect(content().contentTypeCompatibleWith(MediaType.APPLICATION_PROBLEM_JSON))
                .andExpect(jsonPath("$.type").value("urn:onward-sentry:" + code))
                .andExpect(jsonPath("$.code").value(code))
                .andExpect(jsonPath("$.detail").isNotEmpty())
                .andExpect(jsonPath("$.wayOut").isNotEmpty());
    }

    @Test
    void aRefusalKeepsItsCodeItsFieldAndItsWayOut() throws Exception {
        expect(
                new Refused(new Refusal("too-long", "name", "It has 9 of 8 characters.", "Shorten it.")),
                422,
                "too-long");
        web.perform(get("/work")).andExpect(jsonPath("$.field").value("name"));
    }

    @Test
    void whatIsNotOnRecordIsNotFound() throws Exception {
        expect(new NotFound("Run 7"), 404, "not-found");
    }

    @Test
    void twoWhoChangeTheSameAtOnceAndRowsThatClashAreConflicts() throws Exception {
        expect(new OptimisticLockingFailureException("x"), 409, "changed-meanwhile");
        expect(new DuplicateKeyException("x"), 409, "already-there");
    }
}
