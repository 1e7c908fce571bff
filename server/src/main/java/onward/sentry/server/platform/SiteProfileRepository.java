package onward.sentry.server.platform;

import org.springframework.data.jpa.repository.JpaRepository;

interface SiteProfileRepository extends JpaRepository<SiteProfileEntity, Integer> {}
