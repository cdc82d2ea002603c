package io.tallember.server.guard;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;

/** The form of every answer that isn't what was asked for: a status and a sentence. */
final class Sentence {
    private Sentence() {}

    static ResponseEntity<Map<String, String>> say(HttpStatus status, String sentence) {
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_JSON)
                .body(Map.of("sentence", sentence));
    }

    /** @param sentence of ours, without signs that JSON would have to escape */
    static void write(HttpServletResponse response, int status, String sentence) throws IOException {
        response.setStatus(status);
        response.setContentType("application/json;charset=UTF-8");
        response.getOutputStream().write(("{\"sentence\":\"" + sentence + "\"}").getBytes(StandardCharsets.UTF_8));
    }

    /** What is said of a status that nothing else was said of. */
    static String of(int status) {
        return switch (status) {
            case 400 -> "This request can't be read.";
            case 404 -> "There is nothing at this address.";
            case 405 -> "This address doesn't answer to this kind of request.";
            case 408 -> "The request took too long to come, so it was dropped.";
            case 413, 414, 431 -> "This request is larger than is taken.";
            case 501, 505 -> "Requests of this kind aren't understood.";
            default ->
                status < 500
                        ? "This request isn't taken."
                        : "Something went wrong inside Tall Ember; nothing was changed. The log has the details.";
        };
    }
}
