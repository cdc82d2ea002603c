package io.tallember.server.store;

import java.util.List;
import org.apache.ibatis.annotations.Delete;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Statements on parts and their documents. */
@Mapper
public interface PartMapper {
    @Select("select * from part where deleted is null order by changed desc, id desc")
    List<PartRow> all();

    @Select("select * from part where id = #{id} and deleted is null")
    PartRow find(@Param("id") long id);

    @Insert("insert into part(folder, name, unit, position, newest, revision, changed)"
            + " values (#{folder}, #{name}, #{unit}, 1, 1, 1, localtimestamp)")
    @Options(useGeneratedKeys = true, keyProperty = "row.id", keyColumn = "id")
    void insert(
            @Param("row") NewRow row,
            @Param("folder") Long folder,
            @Param("name") String name,
            @Param("unit") String unit);

    @Update("update part set name = #{name}, unit = #{unit}, position = #{position}, newest = #{newest},"
            + " revision = revision + 1, changed = localtimestamp where id = #{id} and revision = #{revision}")
    int move(
            @Param("id") long id,
            @Param("revision") long revision,
            @Param("name") String name,
            @Param("unit") String unit,
            @Param("position") long position,
            @Param("newest") long newest);

    @Update("update part set folder = #{folder} where id = #{id}")
    int file(@Param("id") long id, @Param("folder") Long folder);

    @Update("update part set deleted = localtimestamp where id = #{id} and deleted is null")
    int delete(@Param("id") long id);

    @Update("update part set deleted = null where id = #{id} and deleted is not null")
    int restore(@Param("id") long id);

    /** The documents from the last whole one up to a position, which together tell what it is. */
    @Select("select part, position, whole, text, content from document where part = #{part} and position <= #{position}"
            + " and position >= (select max(position) from document where part = #{part} and position <= #{position}"
            + " and whole) order by position")
    List<DocumentRow> documents(@Param("part") long part, @Param("position") long position);

    /** A few documents as earlier versions kept them. */
    @Select("select part, position, whole, text, content from document where text is not null"
            + " order by part, position limit #{most}")
    List<DocumentRow> unpacked(@Param("most") int most);

    @Select("select command from document where part = #{part} and position = #{position}")
    String command(@Param("part") long part, @Param("position") long position);

    @Update("update document set whole = #{whole}, text = null, content = #{content}, command = null,"
            + " packed_command = #{command} where part = #{part} and position = #{position} and text is not null")
    void pack(
            @Param("part") long part,
            @Param("position") long position,
            @Param("whole") boolean whole,
            @Param("content") byte[] content,
            @Param("command") byte[] command);

    @Select("select said from document where part = #{part} and position = #{position}")
    String said(@Param("part") long part, @Param("position") long position);

    @Delete("delete from document where part = #{part} and position > #{position}")
    void cutAfter(@Param("part") long part, @Param("position") long position);

    @Insert("insert into document(part, position, whole, content, packed_command, said, made)"
            + " values (#{part}, #{position}, #{whole}, #{content}, #{command}, #{said}, localtimestamp)")
    void addDocument(
            @Param("part") long part,
            @Param("position") long position,
            @Param("whole") boolean whole,
            @Param("content") byte[] content,
            @Param("command") byte[] command,
            @Param("said") String said);

    @Select("select revision, png from thumbnail where part = #{part}")
    ThumbnailRow thumbnail(@Param("part") long part);

    @Update("merge into thumbnail(part, revision, png) key(part) values (#{part}, #{revision}, #{png})")
    int putThumbnail(@Param("part") long part, @Param("revision") long revision, @Param("png") byte[] png);
}
