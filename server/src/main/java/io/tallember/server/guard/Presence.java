package io.tallember.server.guard;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.function.BooleanSupplier;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.stereotype.Component;

/** Tells whether who sent a request still waits for its answer, by whether the connection has been closed. */
@Component
public class Presence extends ValveBase implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private static final long SELDOM = 100_000_000;
    private static final ThreadLocal<org.apache.coyote.Request> NOW = new ThreadLocal<>();

    public Presence() {
        super(true);
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        factory.addEngineValves(this);
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        NOW.set(request.getCoyoteRequest());
        try {
            getNext().invoke(request, response);
        } finally {
            NOW.remove();
        }
    }

    /**
     * For the request that this thread answers, whose body has been read: whether its sender has gone. Asked from this thread
     * only; looks at the connection now and then. Always false on a thread that answers none.
     */
    public static BooleanSupplier gone() {
        org.apache.coyote.Request request = NOW.get();
        return request == null ? () -> false : new Look(request);
    }

    private static final class Look implements BooleanSupplier {
        private final org.apache.coyote.Request request;
        private long next = System.nanoTime() + SELDOM;
        private boolean gone;

        Look(org.apache.coyote.Request request) {
            this.request = request;
        }

        @Override
        public boolean getAsBoolean() {
            if (!gone && System.nanoTime() - next > 0) {
                next = System.nanoTime() + SELDOM;
                // tries to read on without waiting; an end of the stream is told as one byte
                request.action(ActionCode.AVAILABLE, true);
                gone = request.getAvailable() == 1;
            }
            return gone;
        }
    }
}
