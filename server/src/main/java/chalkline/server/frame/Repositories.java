package chalkline.server.frame;

import chalkline.server.ChalkLine;
import org.springframework.context.annotation.Configuration;
import org.springframework.data.jpa.repository.config.EnableJpaRepositories;
import org.springframework.data.jpa.repository.query.DeclaredQuery;
import org.springframework.data.jpa.repository.query.QueryEnhancerFactories;
import org.springframework.data.jpa.repository.query.QueryEnhancerFactory;
import org.springframework.data.jpa.repository.query.QueryEnhancerSelector;
import org.springframework.data.repository.config.BootstrapMode;

/**
 * Repositories are made when they are first asked. Their queries are read by Hibernate alone, which reads them anyway: none is
 * sorted or counted by what Spring Data would make of it, and its own parser took seconds of each start (docs/bench.md).
 */
@Configuration
@EnableJpaRepositories(
        basePackageClasses = ChalkLine.class,
        bootstrapMode = BootstrapMode.LAZY,
        queryEnhancerSelector = Repositories.ReadOnce.class)
class Repositories {
    /** Queries go to Hibernate as they are written. */
    static final class ReadOnce implements QueryEnhancerSelector {
        @Override
        public QueryEnhancerFactory select(DeclaredQuery query) {
            return QueryEnhancerFactories.fallback();
        }
    }
}
