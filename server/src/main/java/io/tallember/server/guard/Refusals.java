package io.tallember.server.guard;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import java.util.Map;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.web.HttpMediaTypeException;
import org.springframework.web.HttpRequestMethodNotSupportedException;
import org.springframework.web.bind.ServletRequestBindingException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.resource.NoResourceFoundException;

/** Turns what is thrown into a status and a sentence. */
@RestControllerAdvice
public class Refusals {
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
        return say(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> tooLong(Patience.TooLong e) {
        return say(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> notThere(NotThere e) {
        return say(HttpStatus.NOT_FOUND, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> stale(Stale e) {
        return say(HttpStatus.CONFLICT, e.getMessage());
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> stopped(Patience.Stopped e) {
        return say(HttpStatus.CONFLICT, "A newer preview took this one's place.");
    }

    @ExceptionHandler({MethodArgumentTypeMismatchException.class, NoResourceFoundException.class})
    ResponseEntity<Map<String, String>> wrongAddress(Exception e) {
        return say(HttpStatus.NOT_FOUND, "There is nothing at this address.");
    }

    @ExceptionHandler({HttpMessageNotReadableException.class, ServletRequestBindingException.class})
    ResponseEntity<Map<String, String>> unreadable(Exception e) {
        return say(HttpStatus.BAD_REQUEST, "This request can't be read: it lacks something, or isn't sound JSON text.");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> wrongMethod(HttpRequestMethodNotSupportedException e) {
        return say(HttpStatus.METHOD_NOT_ALLOWED, "This address doesn't answer to " + e.getMethod() + ".");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> wrongKind(HttpMediaTypeException e) {
        return say(HttpStatus.UNSUPPORTED_MEDIA_TYPE, "Requests and answers here are JSON text.");
    }

    @ExceptionHandler
    ResponseEntity<Map<String, String>> failed(RuntimeException e) {
        LoggerFactory.getLogger(Refusals.class).error("A request failed", e);
        return say(
                HttpStatus.INTERNAL_SERVER_ERROR,
                "Something went wrong inside Tall Ember; nothing was changed. The log has the details.");
    }

    private static ResponseEntity<Map<String, String>> say(HttpStatus status, String sentence) {
        return ResponseEntity.status(status).body(Map.of("sentence", sentence));
    }
}
