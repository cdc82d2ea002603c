package io.tallember.server.parts;

import io.tallember.part.holes.ScrewSizes;
import io.tallember.part.values.Materials;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Tables to choose from: screw sizes that holes may be made for, and materials with their densities. */
@RestController
class TablesApi {
    @GetMapping("/api/screws")
    List<ScrewSizes.Screw> screws() {
        return ScrewSizes.all();
    }

    @GetMapping("/api/materials")
    Map<String, Double> materials() {
        return Materials.densities();
    }
}
