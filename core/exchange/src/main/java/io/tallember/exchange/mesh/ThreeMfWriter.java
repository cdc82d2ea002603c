package io.tallember.exchange.mesh;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** 3MF, core specification 1: an archive with one model in mm, an object with a name and a colour for each body. */
public final class ThreeMfWriter {
    private static final String CORE = "http://schemas.microsoft.com/3dmanufacturing/core/2015/02";
    private static final String MODEL = "3D/3dmodel.model";

    private static final String TYPES = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types">\
            <Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/>\
            <Default Extension="model" ContentType="application/vnd.ms-package.3dmanufacturing-3dmodel+xml"/></Types>
            """;

    private static final String RELATIONS = """
            <?xml version="1.0" encoding="UTF-8"?>
            <Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships">\
            <Relationship Target="/3D/3dmodel.model" Id="rel0" \
            Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>
            """;

    private final XMLStreamWriter xml;

    private ThreeMfWriter(XMLStreamWriter xml) {
        this.xml = xml;
    }

    /** @throws io.tallember.geometry.GeometryException where a body can't be meshed */
    public static byte[] write(String title, List<Handed> bodies) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            text(zip, "[Content_Types].xml", TYPES);
            text(zip, "_rels/.rels", RELATIONS);
            zip.putNextEntry(new ZipEntry(MODEL));
            model(zip, title, bodies);
            zip.closeEntry();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return out.toByteArray();
    }

    private static void text(ZipOutputStream zip, String name, String text) throws IOException {
        zip.putNextEntry(new ZipEntry(name));
        zip.write(text.getBytes(StandardCharsets.UTF_8));
        zip.closeEntry();
    }

    private static void model(OutputStream out, String title, List<Handed> bodies) {
        try {
            XMLStreamWriter xml = XMLOutputFactory.newFactory().createXMLStreamWriter(out, "UTF-8");
            new ThreeMfWriter(xml).model(title, bodies);
            xml.flush();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    private void model(String title, List<Handed> bodies) throws XMLStreamException {
        xml.writeStartDocument("UTF-8", "1.0");
        xml.writeStartElement("model");
        xml.writeDefaultNamespace(CORE);
        xml.writeAttribute("unit", "millimeter");
        xml.writeAttribute("xml:lang", "en");
        xml.writeStartElement("metadata");
        xml.writeAttribute("name", "Title");
        xml.writeCharacters(clean(title));
        xml.writeEndElement();
        xml.writeStartElement("resources");
        List<String> colours =
                new ArrayList<>(bodies.stream().map(Handed::shown).distinct().toList());
        xml.writeStartElement("basematerials");
        xml.writeAttribute("id", "1");
        for (String c : colours) {
            xml.writeEmptyElement("base");
            xml.writeAttribute("name", c);
            xml.writeAttribute("displaycolor", c.toUpperCase(java.util.Locale.ROOT) + "FF");
        }
        xml.writeEndElement();
        for (int i = 0; i < bodies.size(); i++) {
            object(i + 2, bodies.get(i), colours.indexOf(bodies.get(i).shown()));
        }
        xml.writeEndElement();
        xml.writeStartElement("build");
        for (int i = 0; i < bodies.size(); i++) {
            xml.writeEmptyElement("item");
            xml.writeAttribute("objectid", String.valueOf(i + 2));
        }
        xml.writeEndElement();
        xml.writeEndElement();
        xml.writeEndDocument();
    }

    private void object(int id, Handed body, int colour) throws XMLStreamException {
        Welded mesh = Welded.of(body.body());
        xml.writeStartElement("object");
        xml.writeAttribute("id", String.valueOf(id));
        xml.writeAttribute("type", "model");
        xml.writeAttribute("name", clean(body.name()));
        xml.writeAttribute("pid", "1");
        xml.writeAttribute("pindex", String.valueOf(colour));
        xml.writeStartElement("mesh");
        xml.writeStartElement("vertices");
        for (float[] p : mesh.points()) {
            xml.writeEmptyElement("vertex");
            xml.writeAttribute("x", Float.toString(p[0]));
            xml.writeAttribute("y", Float.toString(p[1]));
            xml.writeAttribute("z", Float.toString(p[2]));
        }
        xml.writeEndElement();
        xml.writeStartElement("triangles");
        for (int[] t : mesh.triangles()) {
            xml.writeEmptyElement("triangle");
            xml.writeAttribute("v1", String.valueOf(t[0]));
            xml.writeAttribute("v2", String.valueOf(t[1]));
            xml.writeAttribute("v3", String.valueOf(t[2]));
        }
        xml.writeEndElement();
        xml.writeEndElement();
        xml.writeEndElement();
    }

    /** Without what XML can't hold. */
    private static String clean(String text) {
        return text.replaceAll("[^\\t\\n\\r\\x20-\\uD7FF\\uE000-\\uFFFD]", "");
    }
}
