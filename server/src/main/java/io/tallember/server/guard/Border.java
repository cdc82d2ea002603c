package io.tallember.server.guard;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
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

    private final List<String> hosts;

    Border(@Value("${tallember.hosts}") List<String> hosts) {
        this.hosts = hosts;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        String origin = request.getHeader("Origin");
        if (!known(request.getHeader("Host")) || origin != null && !sameSite(origin, request.getHeader("Host"))) {
            refuse(response, 403, "This request comes from another site, so it is refused.");
        } else if (request.getContentLengthLong() > LARGEST) {
            refuse(response, 413, "The file is larger than a part file can be (16 MB).");
        } else {
            response.setHeader("X-Content-Type-Options", "nosniff");
            response.setHeader(
                    "Content-Security-Policy",
                    "default-src 'self'; style-src 'self' 'unsafe-inline';"
                            + " img-src 'self' data: blob:; connect-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'");
            chain.doFilter(request, response);
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

    private static void refuse(HttpServletResponse response, int status, String sentence) throws IOException {
        response.setStatus(status);
        response.setContentType("application/json;charset=UTF-8");
        response.getWriter().write("{\"sentence\":\"" + sentence + "\"}");
    }
}
