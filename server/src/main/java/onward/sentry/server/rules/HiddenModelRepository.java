package onward.sentry.server.rules;

import org.springframework.data.jpa.repository.JpaRepository;

interface HiddenModelRepository extends JpaRepository<HiddenModelEntity, String> {}
