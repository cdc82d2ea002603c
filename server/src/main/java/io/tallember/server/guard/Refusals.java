package io.tallember.server.guard;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.server.store.Storage;
import java.util.Map;
import org.apache.ibatis.exceptions.PersistenceException;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.ErrorResponseException;
import org.springframework.web.HttpMediaTypeException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.async.AsyncRequestNotUsableException;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Turns what is thrown into a status and a sentence. */
@RestControllerAdvice
public class Refusals {
    private static final Logger LOG = LoggerFactory.getLogger(Refusals.class);

    /** Something asked for isn't there. */
    public static final class NotThere extends RuntimeException {
        private static final long serialVersionUID = 1L;

        public NotThere(String sentence) {
            super(sentence);
        }
    }

    /** The part has changed since the asker looked. */
    public static final class Stale extends RuntimeException {
        private static final long serialVersionUID = 1L;

        public Stale() {
            super("This part was changed in another window. It is shown as it is now; your last action was not done.");
        }
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> refused(GeometryException e) {
        return Sentence.say(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> tooLong(Patience.TooLong e) {
        return Sentence.say(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> notThere(NotThere e) {
        return Sentence.say(HttpStatus.NOT_FOUND, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> stale(Stale e) {
        return Sentence.say(HttpStatus.CONFLICT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> busy(Works.Busy e) {
        return Sentence.say(HttpStatus.SERVICE_UNAVAILABLE, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> tooLarge(Works.TooLarge e) {
        return Sentence.say(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> full(Storage.Full e) {
        LOG.warn(e.getMessage());
        return Sentence.say(HttpStatus.INSUFFICIENT_STORAGE, e.getMessage());
    }

    /** The database was closed by what another request stored; asked again it is opened anew. */
    @ExceptionHandler({DataAccessException.class, TransactionException.class, PersistenceException.class})
    ResponseEntity<Map<String, String>> notRead(RuntimeException e) {
        if (!Storage.away(e)) {
            return failed(e);
        }
        LOG.warn(
                "What is stored can't be read just now: {}",
                String.valueOf(e.getMessage()).lines().findFirst().orElse(""));
        return Sentence.say(
                HttpStatus.SERVICE_UNAVAILABLE,
                "What is stored can't be read just now, so nothing was changed. Ask again in a moment.");
    }

    @ExceptionHandler
    ResponseEntity<Void> stopped(Patience.Stopped e) {
        return ResponseEntity.noContent().build(); // a newer one took its place, and nobody waits for it
    }

    @ExceptionHandler({MethodArgumentTypeMismatchException.class, NoResourceFoundException.class})
    ResponseEntity<Map<String, String>> wrongAddress(Exception e) {
        return Sentence.say(HttpStatus.NOT_FOUND, "There is nothing at this address.");
    }

    @ExceptionHandler({
        HttpMessageNotReadableException.class,
        ServletRequestBindingException.class,
        InvalidParameterException.class
    })
    ResponseEntity<Map<String, String>> unreadable(Exception e) {
        for (Throwable t = e; t != null; t = t.getCause()) {
            if (t instanceof Border.NotTaken n) {
                return Sentence.say(HttpStatus.valueOf(n.status()), n.getMessage());
            }
        }
        return Sentence.say(
                HttpStatus.BAD_REQUEST, "This request can't be read: it lacks something, or isn't sound JSON text.");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> wrongMethod(HttpRequestMethodNotSupportedException e) {
        return Sentence.say(HttpStatus.METHOD_NOT_ALLOWED, "This address doesn't answer to " + e.getMethod() + ".");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> wrongKind(HttpMediaTypeException e) {
        return Sentence.say(HttpStatus.UNSUPPORTED_MEDIA_TYPE, "Requests and answers here are JSON text.");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> notTaken(Border.NotTaken e) {
        return Sentence.say(HttpStatus.valueOf(e.status()), e.getMessage());
    }

    /** What the web framework refuses with a status of its own. */
    @ExceptionHandler({ErrorResponseException.class, AsyncRequestNotUsableException.class})
    ResponseEntity<Map<String, String>> refusedByFramework(Exception e) {
        int status = e instanceof ErrorResponseException r ? r.getStatusCode().value() : 400;
        return Sentence.say(HttpStatus.valueOf(status), Sentence.of(status));
    }

    /** A fault of ours. */
    @ExceptionHandler
    ResponseEntity<Map<String, String>> failed(Throwable e) {
        LOG.error("A request failed", e);
        return Sentence.say(HttpStatus.INTERNAL_SERVER_ERROR, Sentence.of(500));
    }
}
