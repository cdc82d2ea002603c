package io.tallember.server.guard;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletException;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import jakarta.servlet.http.HttpServletResponse;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.URI;
import java.util.List;
import java.util.Locale;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Lets in only requests meant for this server from its own pages, and of a sensible size. */
@Component
public class Border extends OncePerRequestFilter {
    private static final long LARGEST = 40L * 1024 * 1024;
    private static final long LONGEST_MILLIS = Long.getLong("tallember.body.millis", 30_000);
    private static final String TOO_MUCH = "The file is larger than a part file can be (16 MB).";

    private final List<String> hosts;

    Border(@Value("${tallember.hosts}") List<String> hosts) {
        this.hosts = hosts;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String origin = request.getHeader("Origin");
        if (!known(request.getHeader("Host")) || origin != null && !sameSite(origin, request.getHeader("Host"))) {
            Sentence.write(response, 403, "This request comes from another site, so it is refused.");
        } else if (request.getContentLengthLong() > LARGEST) {
            Sentence.write(response, 413, TOO_MUCH);
        } else if (request.getRequestURI().equals("/api/drag") && !upgrade(request)) {
            Sentence.write(response, 400, "This address is for pulls over a web socket.");
        } else {
            response.setHeader("X-Content-Type-Options", "nosniff");
            response.setHeader(
                    "Content-Security-Policy",
                    "default-src 'self'; style-src 'self' 'unsafe-inline';"
                            + " img-src 'self' data: blob:; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'");
            chain.doFilter(new Limited(request), response);
        }
    }

    private boolean known(String host) {
        return host != null && hosts.contains(host.toLowerCase(Locale.ROOT).replaceFirst(":\\d+$", ""));
    }

    private static boolean sameSite(String origin, String host) {
        try {
            return host.equalsIgnoreCase(URI.create(origin).getAuthority());
        } catch (IllegalArgumentException e) {
            return false;
        }
    }

    private static boolean upgrade(HttpServletRequest r) {
        String key = r.getHeader("Sec-WebSocket-Key");
        return r.getMethod().equals("GET")
                && "websocket".equalsIgnoreCase(r.getHeader("Upgrade"))
                && String.valueOf(r.getHeader("Connection"))
                        .toLowerCase(Locale.ROOT)
                        .contains("upgrade")
                && "13".equals(r.getHeader("Sec-WebSocket-Version"))
                && key != null
                && key.matches("[A-Za-z0-9+/]{22}==");
    }

    /** A body that is larger, or comes more slowly, than is taken. */
    static final class NotTaken extends IOException {
        private static final long serialVersionUID = 1L;
        private final int status;

        private NotTaken(int status, String sentence) {
            super(sentence);
            this.status = status;
        }

        int status() {
            return status;
        }
    }

    /** A request whose body ends with {@link NotTaken} when it is too large or takes too long to come. */
    private static final class Limited extends HttpServletRequestWrapper {
        private ServletInputStream in;

        Limited(HttpServletRequest request) {
            super(request);
        }

        @Override
        public ServletInputStream getInputStream() throws IOException {
            if (in == null) {
                in = new LimitedStream(super.getInputStream());
            }
            return in;
        }

        @Override
        public BufferedReader getReader() throws IOException {
            String encoding = getCharacterEncoding();
            return new BufferedReader(new InputStreamReader(getInputStream(), encoding == null ? "UTF-8" : encoding));
        }
    }

    private static final class LimitedStream extends ServletInputStream {
        private final ServletInputStream in;
        private final long until = System.nanoTime() + LONGEST_MILLIS * 1_000_000;
        private long read;

        LimitedStream(ServletInputStream in) {
            this.in = in;
        }

        @Override
        public int read() throws IOException {
            return counted(in.read(), 1);
        }

        @Override
        public int read(byte[] b, int off, int len) throws IOException {
            int n = in.read(b, off, len);
            return counted(n, n);
        }

        private int counted(int result, int n) throws IOException {
            read += result < 0 ? 0 : n;
            if (read > LARGEST) {
                throw new NotTaken(413, TOO_MUCH);
            }
            if (result >= 0 && System.nanoTime() - until > 0) {
                throw new NotTaken(
                        408, "The request took too long to come, so it was dropped and nothing was changed.");
            }
            return result;
        }

        @Override
        public boolean isFinished() {
            return in.isFinished();
        }

        @Override
        public boolean isReady() {
            return in.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            in.setReadListener(listener);
        }
    }
}
