package io.tallember.server.store;

import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.dao.DataAccessException;
import org.springframework.jdbc.CannotGetJdbcConnectionException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionDefinition;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.TransactionStatus;

/**
 * Where every change of what is stored goes through: one at a time in a transaction, and a sentence when the disk takes nothing more. The
 * database closes itself when a write fails; the next question opens it again as it last stood, so that reading goes on, and
 * writing too once there is room.
 */
@Component
public class Storage {
    /** The disk takes nothing more. */
    public static final class Full extends RuntimeException {
        private static final long serialVersionUID = 1L;

        private Full(String sentence, Throwable cause) {
            super(sentence, cause);
        }
    }

    private final ReentrantLock writing = new ReentrantLock();
    private final PlatformTransactionManager transactions;
    private final String folder;

    Storage(PlatformTransactionManager transactions, @Value("${tallember.data}") String folder) {
        this.transactions = transactions;
        this.folder = folder;
    }

    /** Does a change in one transaction. */
    public <T> T change(Supplier<T> work) {
        return change(work, null);
    }

    /**
     * The same, for a change whose outcome can be looked up.
     *
     * @param done asked when the database failed while it stored: whether the change is there all the same; null when that can't
     *     be asked
     * @throws Full when the disk took it not
     */
    public <T> T change(Supplier<T> work, BooleanSupplier done) {
        writing.lock();
        try {
            List<T> out = new ArrayList<>();
            RuntimeException failure = failure(work, out);
            if (failure != null && done != null && !written(failure, done)) {
                // the database may have failed for something else before: once more, opened anew
                failure = failure(work, out);
                if (failure != null && written(failure, done)) {
                    failure = null;
                }
            } else if (done != null) {
                failure = null;
            }
            if (failure != null) {
                String kept = done == null ? "what you asked for may not be kept" : "nothing was changed";
                throw new Full(
                        "The disk that holds " + folder + " takes nothing more, so " + kept
                                + ". Make room on it; Tall Ember goes on by itself then.",
                        failure);
            }
            return out.get(out.size() - 1);
        } finally {
            writing.unlock();
        }
    }

    /** Does a change; what kept it from being stored, or null. */
    private <T> RuntimeException failure(Supplier<T> work, List<T> out) {
        try {
            transacted(work, out);
            return null;
        } catch (DataAccessException | TransactionException e) {
            if (Connections.fatal(e)) {
                return e;
            }
            throw e;
        }
    }

    /** What the work gave is taken down before it is committed: a commit that failed may have been written all the same. */
    private <T> void transacted(Supplier<T> work, List<T> out) {
        TransactionStatus status = transactions.getTransaction(TransactionDefinition.withDefaults());
        try {
            out.add(work.get());
        } catch (RuntimeException | Error e) {
            try {
                transactions.rollback(status);
            } catch (TransactionException rollback) {
                e.addSuppressed(rollback);
            }
            throw e;
        }
        transactions.commit(status);
    }

    /** Whether an error tells that what is stored can't be got at just now, rather than a fault of ours. */
    public static boolean away(Throwable e) {
        return e instanceof CannotGetJdbcConnectionException
                || e instanceof CannotCreateTransactionException
                || Connections.fatal(e);
    }

    private boolean written(RuntimeException e, BooleanSupplier done) {
        try {
            return done.getAsBoolean();
        } catch (DataAccessException | TransactionException again) {
            e.addSuppressed(again);
            throw new Full(
                    "The disk that holds " + folder
                            + " can't be read or written just now, so it can't be told whether this was"
                            + " kept. Look again once it can.",
                    e);
        }
    }
}
