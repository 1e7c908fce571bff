package onward.sentry.server.house;

import org.springframework.data.jpa.repository.JpaRepository;

interface HiddenModelRepository extends JpaRepository<HiddenModelEntity, String> {}
