package io.tallember.server.parts;

import io.tallember.part.values.Materials;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tables to choose from: materials with their densities. */
@RestController
class TablesApi {
    @GetMapping("/api/materials")
    Map<String, Double> materials() {
        return Materials.densities();
    }
}
