package onward.sentry.server.proof;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import onward.sentry.formats.SiteMark;
import onward.sentry.server.platform.SiteMarks;
import onward.sentry.tools.proof.ProofPart;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether everything on record holds, and how far it is marked. */
@RestController
class ProofController {

    private final Proof proof;
    private final SiteMarks marks;
    private final MarkPost post;

    ProofController(Proof proof, SiteMarks marks, MarkPost post) {
        this.proof = proof;
        this.marks = marks;
        this.post = post;
    }

    /** @param at an instant; a mark of an older release names a day */
    record MarkView(long number, String at, long entry, long row) {
        static MarkView of(SiteMark mark) {
            return new MarkView(mark.number(), mark.at(), mark.seq(), mark.rowSeq());
        }
    }

    /** @param broken what does not hold; empty when all of it does */
    record WalkView(ProofPart part, List<String> broken) {}

    record LookView(Instant at, boolean holds, List<WalkView> walks) {
        static LookView of(Proof.Look look) {
            return new LookView(
                    look.at(),
                    look.holds(),
                    look.walks().stream()
                            .map(walk -> new WalkView(walk.part(), walk.broken()))
                            .toList());
        }
    }

    /**
     * @param marksAreMade whether there is a key to sign marks with
     * @param ways where marks are sent, in codes: {@code FOLDER}, {@code MAIL}, {@code TIMESTAMP}
     * @param stamped the newest mark that a timestamp service has stamped
     */
    record ProofView(
            boolean marksAreMade,
            Optional<MarkView> lastMark,
            List<MarkPost.Way> ways,
            Optional<MarkView> stamped,
            Optional<LookView> lastLook) {}

    @GetMapping("/api/v1/proof")
    public ProofView proof() {
        return new ProofView(
                marks.isOn(),
                marks.last().map(MarkView::of),
                post.ways(),
                post.lastStamped().map(MarkView::of),
                proof.last().map(LookView::of));
    }

    @PostMapping("/api/v1/proof")
    public LookView look() {
        return LookView.of(proof.look());
    }
}
