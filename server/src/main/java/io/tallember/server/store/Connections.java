package io.tallember.server.store;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.SQLExceptionOverride;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.Set;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.h2.api.ErrorCode;
import org.h2.engine.Database;
import org.h2.engine.SessionLocal;
import org.h2.jdbc.JdbcConnection;
import org.h2.jdbcx.JdbcDataSource;
import org.h2.mvstore.MVStore;
import org.h2.mvstore.MVStoreException;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.jdbc.datasource.DelegatingDataSource;

/**
 * Connections to the database that get over its failing. When a write fails, the database's store closes itself, but the
 * database may go on as if it were open, and whoever asks it then never gets an answer. So the store is looked at before a
 * connection is handed out, a connection that failed is never asked anything more, and a failed database is closed for good;
 * the next connection opens it anew as it last stood.
 */
@Configuration
class Connections {
    private static final int MOST = 8;
    private static final long WAIT_MILLIS = 5_000;
    private static final long IDLE_MILLIS = 10_000;
    /** Per cent of a chunk that is in use, below which it is rewritten; bytes at once, and how often. */
    private static final int FILLED = 80;

    private static final int AT_ONCE = 1 << 20;
    private static final int ROUNDS = 200;

    @Bean(destroyMethod = "close")
    Watched dataSource(@Value("${spring.datasource.url}") String url) {
        return new Watched(url);
    }

    /** Whether an error tells that the database is closed, or has failed to write. */
    static boolean fatal(Throwable e) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof MVStoreException || t instanceof SQLException s && FATAL.contains(s.getErrorCode())) {
                return true;
            }
        }
        return false;
    }

    private static final Set<Integer> FATAL = Set.of(
            ErrorCode.DATABASE_IS_CLOSED,
            ErrorCode.DATABASE_CALLED_AT_SHUTDOWN,
            ErrorCode.CONNECTION_BROKEN_1,
            ErrorCode.IO_EXCEPTION_1,
            ErrorCode.IO_EXCEPTION_2,
            ErrorCode.OBJECT_CLOSED);

    /** Made by name: takes connections that failed out of use. */
    public static final class Failing implements SQLExceptionOverride {
        @java.lang.Override
        public Override adjudicate(SQLException e) {
            return fatal(e) ? Override.MUST_EVICT : Override.CONTINUE_EVICT;
        }
    }

    /** The connections, looked after. */
    static final class Watched extends DelegatingDataSource implements AutoCloseable {
        private final HikariDataSource pool;
        private final ScheduledExecutorService aside = Executors.newSingleThreadScheduledExecutor(r -> {
            Thread t = new Thread(r, "compacting");
            t.setDaemon(true);
            t.setPriority(Thread.MIN_PRIORITY);
            return t;
        });
        private volatile Database database;
        private volatile long asked = System.nanoTime();
        private long compacted;

        Watched(String url) {
            JdbcDataSource plain = new JdbcDataSource();
            plain.setURL(url);
            plain.setUser("sa");
            plain.setPassword("");
            HikariConfig config = new HikariConfig();
            config.setDataSource(opening(plain));
            config.setMaximumPoolSize(MOST);
            config.setConnectionTimeout(WAIT_MILLIS);
            config.setExceptionOverrideClassName(Failing.class.getName());
            pool = new HikariDataSource(config);
            setTargetDataSource(pool);
            aside.scheduleWithFixedDelay(this::compact, IDLE_MILLIS, IDLE_MILLIS, TimeUnit.MILLISECONDS);
        }

        /**
         * Rewrites what is little filled, once nobody has asked for a while: with every commit written at once the database does no
         * such housekeeping itself. It appends like any other change and frees the old places later, so it may be cut off anywhere.
         */
        private void compact() {
            long last = asked;
            Database now = database;
            if (now == null || last == compacted || System.nanoTime() - last < IDLE_MILLIS * 1_000_000) {
                return;
            }
            try {
                MVStore store = now.getStore().getMvStore();
                for (int i = 0; i < ROUNDS && !store.isClosed() && asked == last; i++) {
                    if (!store.compact(FILLED, AT_ONCE)) {
                        compacted = last;
                        return;
                    }
                }
            } catch (MVStoreException e) {
                // full, or closed meanwhile: the next question finds out
                compacted = last;
            }
        }

        private DataSource opening(DataSource plain) {
            return new DelegatingDataSource(plain) {
                @Override
                public Connection getConnection() throws SQLException {
                    Connection c = super.getConnection();
                    database = ((SessionLocal) ((JdbcConnection) c).getSession()).getDatabase();
                    return c;
                }
            };
        }

        @Override
        public Connection getConnection() throws SQLException {
            asked = System.nanoTime();
            Database now = database;
            if (now != null && now.getStore().getMvStore().isClosed()) {
                over(now);
            }
            return pool.getConnection();
        }

        private synchronized void over(Database failed) {
            if (database == failed) {
                failed.shutdownImmediately();
                database = null;
                pool.getHikariPoolMXBean().softEvictConnections();
            }
        }

        @Override
        public void close() {
            aside.shutdownNow();
            pool.close();
        }
    }
}
