package io.tallember.server.guard;

import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.util.Map;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.core.StandardHost;
import org.apache.catalina.valves.ErrorReportValve;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.context.annotation.Bean;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Answers what failed before it reached one of our addresses in the same form as everything else. */
@RestController
class Errors implements ErrorController {
    @RequestMapping("/error")
    ResponseEntity<Map<String, String>> error(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = code instanceof Integer i ? HttpStatus.resolve(i) : null;
        status = status == null ? HttpStatus.NOT_FOUND : status;
        return Sentence.say(status, Sentence.of(status.value()));
    }

    @Bean
    static WebServerFactoryCustomizer<TomcatServletWebServerFactory> errorReports() {
        return factory -> factory.addContextCustomizers(context -> {
            if (context.getParent() instanceof StandardHost host) {
                host.setErrorReportValveClass(Report.class.getName());
            }
        });
    }

    /** Reports of the web server itself, on requests that it can't read. */
    public static final class Report extends ErrorReportValve {
        @Override
        protected void report(Request request, Response response, Throwable throwable) {
            int status = response.getStatus();
            if (status < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
                return;
            }
            try {
                Sentence.write(response, status, Sentence.of(status));
                response.finishResponse();
            } catch (IOException | IllegalStateException e) {
                // who asked has gone
                getContainer().getLogger().debug("No report could be sent", e);
            }
        }
    }
}
