package io.tallember.server.store;

import java.util.List;
import org.apache.ibatis.annotations.Insert;
import org.apache.ibatis.annotations.Mapper;
import org.apache.ibatis.annotations.Options;
import org.apache.ibatis.annotations.Param;
import org.apache.ibatis.annotations.Select;
import org.apache.ibatis.annotations.Update;

/** Statements on folders and settings. */
@Mapper
public interface HomeMapper {
    @Select("select id, name from folder where deleted is null order by name, id")
    List<FolderRow> folders();

    @Insert("insert into folder(name) values (#{name})")
    @Options(useGeneratedKeys = true, keyProperty = "row.id", keyColumn = "id")
    void insert(@Param("row") NewRow row, @Param("name") String name);

    @Update("update folder set name = #{name} where id = #{id} and deleted is null")
    int rename(@Param("id") long id, @Param("name") String name);

    @Update("update folder set deleted = localtimestamp where id = #{id} and deleted is null")
    int delete(@Param("id") long id);

    @Update("update folder set deleted = null where id = #{id} and deleted is not null")
    int restore(@Param("id") long id);

    @Select("select content from setting where name = #{name}")
    String setting(@Param("name") String name);

    @Update("merge into setting(name, content) key(name) values (#{name}, #{content})")
    void put(@Param("name") String name, @Param("content") String content);
}
