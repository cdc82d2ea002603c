package io.tallember.server.store;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;

/** Statements on released states of parts and their files, which are only ever added. */
@Mapper
public interface ReleaseMapper {
    @Insert("insert into released(part, version, letter, made) values (#{part}, #{version}, #{letter}, localtimestamp)")
    int add(@Param("part") long part, @Param("version") long version, @Param("letter") String letter);

    @Select("select id, version, letter, made from released where part = #{part} order by id desc")
    List<ReleaseRow> all(@Param("part") long part);

    @Insert(
            "insert into released_file(released, name, type, content) values (#{released}, #{name}, #{type}, #{content})")
    int addFile(
            @Param("released") long released,
            @Param("name") String name,
            @Param("type") String type,
            @Param("content") byte[] content);

    @Select("select name from released_file where released = #{released} order by name")
    List<String> files(@Param("released") long released);

    @Select("select type, content from released_file where released = #{released} and name = #{name}")
    ReleasedFile file(@Param("released") long released, @Param("name") String name);
}
