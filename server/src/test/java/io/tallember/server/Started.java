package io.tallember.server;

import java.nio.file.Path;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** The application as tests start it: at any free port, without demo data, cold. */
final class Started {
    private Started() {}

    static ConfigurableApplicationContext on(Path data) {
        return SpringApplication.run(
                TallEmber.class,
                "--tallember.data=" + data,
                "--tallember.empty=true",
                "--tallember.rehearse=false",
                "--server.port=0");
    }

    static int port(ConfigurableApplicationContext app) {
        return app.getEnvironment().getProperty("local.server.port", Integer.class);
    }
}
