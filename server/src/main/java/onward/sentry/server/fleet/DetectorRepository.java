package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.schedule.DetectorState;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface DetectorRepository extends JpaRepository<DetectorEntity, UUID> {

    Optional<DetectorEntity> findBySerialIgnoreCase(String serial);

    boolean existsBySerialIgnoreCase(String serial);

    @EntityGraph(attributePaths = "sensors")
    List<DetectorEntity> findAllByOrderBySerial();

    @Query("select d.id from DetectorEntity d where d.retiredOn is null")
    List<UUID> findInUse();

    @EntityGraph(attributePaths = "sensors")
    List<DetectorEntity> findBySerialIn(List<String> serials);

    @EntityGraph(attributePaths = "sensors")
    List<DetectorEntity> findByIdIn(Collection<UUID> ids);

    /** Those of a state, and those whose state has stopped being true and may be it by now. */
    @EntityGraph(attributePaths = "sensors")
    List<DetectorEntity> findByStateWordOrStateValidThroughBeforeOrderBySerial(DetectorState word, LocalDate day);

    /**
     * Of all sensors of one slot the bump that lies farthest back.
     *
     * @param never how many were not bumped since they were fitted
     */
    record OldestBump(int slot, LocalDate on, long never) {}

    @Query("select s.slot, min(s.lastGoodBump), sum(case when s.lastGoodBump is null then 1 else 0 end)"
            + " from SensorEntity s where s.detector.model = :model and s.detector.stateWord = :state"
            + " and s.removedOn is null and not s.disabled group by s.slot order by s.slot")
    List<OldestBump> findOldestBumps(String model, DetectorState state);

    /** Those that are held or due at once. */
    @Query(
            nativeQuery = true,
            value = "select detector_id from hold where released_at is null"
                    + " union select detector_id from due_trigger where settled_on is null")
    List<UUID> findNoted();

    /** How many of a model fall due next on a day. */
    record DueOnDay(String model, LocalDate dueOn, long detectors) {}

    @Query("select d.model, d.dueOn, count(d) from DetectorEntity d where d.stateWord not in :without"
            + " group by d.model, d.dueOn")
    List<DueOnDay> countByModelAndDueOn(List<DetectorState> without);
}
